/** What people are written about, and what they prove by answering. */
@NullMarked
package dev.cuenta.store.message;

import org.jspecify.annotations.NullMarked;
