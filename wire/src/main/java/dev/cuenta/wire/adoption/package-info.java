/** Rows of other programs that become accounts. */
@NullMarked
package dev.cuenta.wire.adoption;

import org.jspecify.annotations.NullMarked;
