package dev.cuenta.service.adoption;

import dev.cuenta.core.problem.Violation;
import dev.cuenta.service.adoption.AdoptedRows.Row;
import dev.cuenta.service.body.Violations;
import dev.cuenta.wire.adoption.AdoptionResult;
import dev.cuenta.wire.adoption.AdoptionResult.Outcome;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * What became of one row.
 *
 * @param account null unless the row is an account now
 * @param notes values that were left out, or why the row was not brought; without the values themselves
 */
record Result(String key, Outcome outcome, @Nullable String account, List<Violation> notes) {
    static Result clashing(Row row, List<Violation> notes, String detail) {
        return new Result(
                row.key(),
                Outcome.CLASHING,
                null,
                notes.isEmpty() ? List.of(new Violation("", "clash", detail)) : notes);
    }

    AdoptionResult wire() {
        return new AdoptionResult(
                key, outcome, account, notes.stream().map(Violations::wire).toList());
    }
}
