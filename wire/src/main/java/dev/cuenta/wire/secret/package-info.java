/** Keys that seal secrets. */
@NullMarked
package dev.cuenta.wire.secret;

import org.jspecify.annotations.NullMarked;
