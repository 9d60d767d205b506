package dev.cuenta.wire.model;

import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * What publishing a file would do; without changes where the file has errors.
 *
 * @param fingerprint to be sent with the publish, so that nothing else is done than what was looked at
 * @param recordsPerSecond that this database rewrites, as it was measured just now; null when nothing is to be rewritten
 * @param script the statements, where they were asked for
 */
public record ModelDiff(
        long errors,
        long warnings,
        List<ModelFinding> findings,
        @Nullable Integer liveRevision,
        @Nullable String fingerprint,
        @Nullable Long recordsPerSecond,
        @Nullable List<ModelChange> changes,
        @Nullable List<String> script) {}
