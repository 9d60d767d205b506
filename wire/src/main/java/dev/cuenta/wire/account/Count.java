package dev.cuenta.wire.account;

import org.jspecify.annotations.Nullable;

/**
 * How many accounts there are.
 *
 * @param more whether there are more than were counted; null where all were
 */
public record Count(long count, @Nullable Boolean more) {}
