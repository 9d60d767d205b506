/** One-time codes beside passwords (TOTP, RFC 6238). */
@NullMarked
package dev.cuenta.wire.secondfactor;

import org.jspecify.annotations.NullMarked;
