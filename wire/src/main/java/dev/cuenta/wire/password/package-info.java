/** Changing, resetting and rating passwords. */
@NullMarked
package dev.cuenta.wire.password;

import org.jspecify.annotations.NullMarked;
