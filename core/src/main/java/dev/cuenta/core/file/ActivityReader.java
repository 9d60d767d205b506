package dev.cuenta.core.file;

import dev.cuenta.core.finding.FindingCode;
import dev.cuenta.core.model.ActivityRules;
import dev.cuenta.core.model.Span;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;

/** Reads the section {@code activity}. */
final class ActivityReader {
    private static final Duration LEAST = Duration.ofDays(30);

    private ActivityReader() {}

    static ActivityRules read(Section section) {
        ActivityRules rules = section.take("keep")
                .flatMap(ActivityReader::keep)
                .map(ActivityRules::new)
                .orElse(ActivityRules.NONE);
        section.refuseOthers();
        return rules;
    }

    private static Optional<Span> keep(Element element) {
        Optional<Span> keep = element.text()
                .flatMap(Span::parse)
                .filter(span -> !span.after(Instant.EPOCH).isBefore(Instant.EPOCH.plus(LEAST)));
        if (keep.isEmpty()) {
            element.report(
                    FindingCode.BAD_VALUE,
                    "`keep` must be an ISO 8601 duration of thirty days or more.",
                    "Write it as P2Y.");
        }
        return keep;
    }
}
