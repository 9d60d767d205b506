/** Pictures of accounts. */
@NullMarked
package dev.cuenta.wire.picture;

import org.jspecify.annotations.NullMarked;
