package dev.cuenta.store.retention;

import java.time.Instant;
import java.util.Map;
import java.util.UUID;
import org.jspecify.annotations.Nullable;

/**
 * One run of a retention rule.
 *
 * @param matched how many accounts were due when it began; no more are taken
 * @param atMost how many its rule's limit was then; null for one that an earlier version began
 * @param definition what its rule said then; null for one that an earlier version began
 * @param taken how many records of each sort it has taken so far; {@code accounts} among them
 */
public record RetentionRun(
        UUID id,
        String rule,
        String state,
        Instant cutoff,
        String startedBy,
        Instant startedAt,
        @Nullable Instant finishedAt,
        long matched,
        @Nullable Long atMost,
        @Nullable String definition,
        Map<String, Long> taken) {

    /** Whether it is at work, or was cut off at it. */
    public boolean running() {
        return state.equals("running");
    }

    /** Whether it waits until it is allowed to take more than its limit. */
    public boolean waiting() {
        return state.equals("waiting");
    }

    /** How many of the accounts that were due are still to be looked at. */
    public long left() {
        return matched - taken.getOrDefault("accounts", 0L);
    }
}
