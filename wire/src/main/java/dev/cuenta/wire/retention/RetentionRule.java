package dev.cuenta.wire.retention;

import com.fasterxml.jackson.annotation.JsonProperty;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/**
 * A rule of the live model.
 *
 * @param label what people call it
 * @param where a filter
 * @param after an ISO 8601 duration
 * @param since the moment from which that counts
 * @param does what happens with the account
 * @param at when it runs; null for a rule that is run by hand
 * @param next when it runs next
 */
public record RetentionRule(
        String name,
        String label,
        String where,
        String after,
        String since,
        @JsonProperty("do") RetentionAction does,
        AtMost atMost,
        @Nullable String at,
        @Nullable String timeZone,
        @Nullable Instant next) {
    /** How much a run may take. */
    public record AtMost(String share, int count) {}
}
