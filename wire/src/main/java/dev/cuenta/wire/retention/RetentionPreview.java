package dev.cuenta.wire.retention;

import com.fasterxml.jackson.annotation.JsonProperty;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * What a rule would take now.
 *
 * @param accounts how many
 * @param atMost how many a run may take
 * @param held how many more are due, and kept because records of services hang on them
 * @param first a few of them
 * @param dependents what hangs on them, by sort
 * @param estimated which of those were reckoned from a sample
 */
public record RetentionPreview(
        String rule,
        @JsonProperty("do") RetentionAction does,
        Instant cutoff,
        long accounts,
        long atMost,
        long held,
        List<Due> first,
        Map<String, Long> dependents,
        Set<String> estimated) {
    /** One that is due, with the moment that its time is counted from. */
    public record Due(String id, String displayName, String since) {}
}
