package dev.cuenta.cli.role;

import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import java.time.DateTimeException;
import java.time.Instant;
import java.time.LocalDate;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;

/** Moments as people write them: a day (ISO 8601), or a moment with its offset. */
final class Day {
    private static final int LENGTH = "2026-12-31".length();

    private Day() {}

    static Instant begin(String text, String option) {
        return read(text, option, 0);
    }

    static Instant end(String text, String option) {
        return read(text, option, 1);
    }

    private static Instant read(String text, String option, int daysLater) {
        try {
            return text.length() == LENGTH
                    ? LocalDate.parse(text).plusDays(daysLater).atStartOfDay().toInstant(ZoneOffset.UTC)
                    : OffsetDateTime.parse(text).toInstant();
        } catch (DateTimeException no) {
            throw Problem.of(
                    ProblemKind.MALFORMED,
                    option + " takes a day, such as 2026-12-31, or a moment, such as 2026-12-31T18:00:00Z; not `" + text
                            + "`.");
        }
    }
}
