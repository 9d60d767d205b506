package dev.cuenta.store.retention;

import java.time.Instant;
import java.util.Map;
import java.util.UUID;
import org.jspecify.annotations.Nullable;

/**
 * One run of a retention rule.
 *
 * @param matched how many accounts were due when it began
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
        Map<String, Long> taken) {

    public boolean finished() {
        return state.equals("done");
    }
}
