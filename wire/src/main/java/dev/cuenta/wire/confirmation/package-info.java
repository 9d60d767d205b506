/** Addresses that are shown to be somebody's. */
@NullMarked
package dev.cuenta.wire.confirmation;

import org.jspecify.annotations.NullMarked;
