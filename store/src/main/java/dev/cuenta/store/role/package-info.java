/** Which roles were given to whom. */
@NullMarked
package dev.cuenta.store.role;

import org.jspecify.annotations.NullMarked;
