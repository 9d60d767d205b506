/** Password hashes, apart from the records. */
@NullMarked
package dev.cuenta.store.password;

import org.jspecify.annotations.NullMarked;
