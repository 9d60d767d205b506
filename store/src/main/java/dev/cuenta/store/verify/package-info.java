/** Compares the database with the live revision, and says what would mend it. */
@NullMarked
package dev.cuenta.store.verify;

import org.jspecify.annotations.NullMarked;
