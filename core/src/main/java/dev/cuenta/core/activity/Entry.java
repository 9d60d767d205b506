package dev.cuenta.core.activity;

import java.time.Instant;
import java.util.UUID;
import org.jspecify.annotations.Nullable;

/**
 * What was done, as it is kept.
 *
 * @param number grows with time; a number may be missing where something was rolled back
 * @param action the word of an {@link Action}
 * @param account whom it is about; null where it is about nobody
 * @param tenant in which it was done; null for none
 * @param details a JSON object, to the letter
 */
public record Entry(
        long number,
        Instant at,
        String action,
        @Nullable String account,
        @Nullable String person,
        @Nullable String service,
        @Nullable UUID via,
        @Nullable String address,
        @Nullable UUID tenant,
        String details) {}
