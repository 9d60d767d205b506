package dev.cuenta.wire.credential;

import java.time.Instant;

/**
 * Hashes that were made alike.
 *
 * @param current whether new ones are made so
 */
public record PasswordHashes(String scheme, String parameters, long accounts, Instant oldest, boolean current) {}
