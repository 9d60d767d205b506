package dev.cuenta.wire.retention;

import java.time.Instant;
import java.util.Map;
import java.util.UUID;
import org.jspecify.annotations.Nullable;

/**
 * A run.
 *
 * @param cutoff what was due then is taken
 * @param startedBy an account's id, or a word for what else starts runs
 * @param matched how many were due
 * @param atMost how many it may take; null where it was allowed to take all
 * @param taken by sort
 */
public record RetentionRun(
        UUID id,
        String rule,
        RunState state,
        Instant cutoff,
        String startedBy,
        Instant startedAt,
        @Nullable Instant finishedAt,
        long matched,
        @Nullable Long atMost,
        Map<String, Long> taken) {}
