package dev.cuenta.wire.publish;

import dev.cuenta.wire.model.ModelChange;
import java.time.Instant;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * A revision of the model, and how far its publishing is.
 *
 * @param step of publishing that is under way; {@code done} for one that is live or was
 * @param failure why the last attempt stopped; it can be taken up again
 * @param author an account's id, or a word for what else publishes
 * @param control what is wanted of the publish
 * @param changes what it changed; null in the answer about the live model
 * @param name of the model; null but in the answer about the live model
 * @param source the file; null in lists
 * @param stepMillis how long the step takes already; null but in the answer about one revision
 */
public record Revision(
        int revision,
        RevisionState state,
        String step,
        long rowsDone,
        long rowsTotal,
        @Nullable String failure,
        String author,
        String message,
        Control control,
        Instant stepStartedAt,
        Instant startedAt,
        @Nullable Instant publishedAt,
        @Nullable List<ModelChange> changes,
        @Nullable String name,
        @Nullable String source,
        @Nullable Long stepMillis) {}
