/** Services that share the accounts. */
@NullMarked
package dev.cuenta.wire.sharing;

import org.jspecify.annotations.NullMarked;
