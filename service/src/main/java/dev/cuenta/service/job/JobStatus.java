package dev.cuenta.service.job;

import java.time.Instant;
import org.jspecify.annotations.Nullable;

/**
 * How far a job is.
 *
 * @param runningSince null while it has nothing to do
 * @param lastEnded when it last came to an end, well or not; null for never
 * @param failure what stopped it the last time, by its sort and never with values; null where nothing did
 * @param failedAt when it was last stopped; null for never
 * @param failures how often it was stopped since the service started
 */
public record JobStatus(
        String title,
        @Nullable Instant runningSince,
        @Nullable Instant lastEnded,
        @Nullable String failure,
        @Nullable Instant failedAt,
        long failures) {
    JobStatus begun(Instant now) {
        return new JobStatus(title, now, lastEnded, failure, failedAt, failures);
    }

    JobStatus ended(Instant now, @Nullable Throwable stopped) {
        return stopped == null
                ? new JobStatus(title, null, now, null, failedAt, failures)
                : new JobStatus(title, null, now, stopped.getClass().getSimpleName(), now, failures + 1);
    }
}
