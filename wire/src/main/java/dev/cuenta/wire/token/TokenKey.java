package dev.cuenta.wire.token;

import java.time.Instant;

/**
 * A key that signs tokens, or will.
 *
 * @param signsFrom when it begins to sign
 */
public record TokenKey(String id, Instant signsFrom) {}
