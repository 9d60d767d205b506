/** Tokens that services check by themselves. */
@NullMarked
package dev.cuenta.wire.token;

import org.jspecify.annotations.NullMarked;
