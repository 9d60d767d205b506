package dev.cuenta.wire.adoption;

import dev.cuenta.wire.Violation;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * What became of one row.
 *
 * @param outcome {@code BROUGHT}, {@code PRESENT}, {@code JOINED}, {@code SKIPPED} or {@code CLASHING}
 * @param account null unless the row is an account now
 * @param notes values that were left out, or why the row was not brought; without the values themselves
 */
public record AdoptionResult(
        String key, String outcome, @Nullable String account, List<Violation> notes) {}
