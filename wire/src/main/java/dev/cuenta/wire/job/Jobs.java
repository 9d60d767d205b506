package dev.cuenta.wire.job;

import java.time.Instant;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * Jobs of the instance that was asked; what waits in the database, and messages, are those of all.
 */
public record Jobs(List<Job> items, List<Wait> waits, Outbox messages) {
    /**
     * A job.
     *
     * @param failure why it failed last; null where it did not
     */
    public record Job(
            String title,
            @Nullable Instant runningSince,
            @Nullable Instant lastEnded,
            @Nullable String failure,
            @Nullable Instant failedAt) {}

    /** A process of PostgreSQL that waits for a lock. */
    public record Wait(int process, @Nullable Instant since, Holder heldBy) {}

    /** Who holds a lock. */
    public record Holder(int process, String user, String program) {}

    /**
     * Messages to people.
     *
     * @param putAside how many could not be sent and are not tried any more
     */
    public record Outbox(long due, @Nullable Instant oldest, long putAside) {}
}
