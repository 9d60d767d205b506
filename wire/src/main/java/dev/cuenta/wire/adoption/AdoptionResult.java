package dev.cuenta.wire.adoption;

import dev.cuenta.wire.Violation;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * What became of one row.
 *
 * @param account null unless the row is an account now
 * @param notes values that were left out, or why the row was not brought; without the values themselves
 */
public record AdoptionResult(
        String key, Outcome outcome, @Nullable String account, List<Violation> notes) {
    /** What became of a row. */
    public enum Outcome {
        BROUGHT,
        PRESENT,
        JOINED,
        SKIPPED,
        CLASHING
    }
}
