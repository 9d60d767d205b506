package dev.cuenta.store.live;

import dev.cuenta.core.revision.Change;
import java.time.Instant;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * A published model, or one that is being published.
 *
 * @param base the revision it was compared with; 0 for the first
 * @param step the step of publishing that is under way; done for a revision that is live or past
 * @param rowsDone records that the step has filled so far, of {@code rowsTotal}
 * @param failure why the last attempt stopped; it can be taken up again
 */
public record Revision(
        int number,
        int base,
        String source,
        String author,
        String message,
        List<Change> changes,
        String state,
        Step step,
        long rowsDone,
        long rowsTotal,
        @Nullable String failure,
        Control control,
        Instant startedAt,
        Instant stepStartedAt,
        @Nullable Instant publishedAt) {

    public static final String PUBLISHING = "publishing";
    public static final String LIVE = "live";
    public static final String CANCELLED = "cancelled";

    public boolean finished() {
        return step == Step.DONE;
    }
}
