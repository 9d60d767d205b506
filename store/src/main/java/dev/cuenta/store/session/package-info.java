/** Sessions, known by the hash of their token only. */
@NullMarked
package dev.cuenta.store.session;

import org.jspecify.annotations.NullMarked;
