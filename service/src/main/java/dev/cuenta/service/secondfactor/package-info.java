/** The second factor of people who sign in: one-time codes (RFC 6238) and recovery codes. */
@NullMarked
package dev.cuenta.service.secondfactor;

import org.jspecify.annotations.NullMarked;
