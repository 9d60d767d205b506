package dev.cuenta.wire.sample;

import org.jspecify.annotations.Nullable;

/**
 * Accounts to be made up.
 *
 * @param over an ISO 8601 duration back from now; null for two years
 * @param seed the same gives the same people; null for others each time
 */
public record SampleRequest(
        int count, @Nullable String over, @Nullable Long seed) {}
