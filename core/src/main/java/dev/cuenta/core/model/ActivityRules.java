package dev.cuenta.core.model;

import java.time.Duration;
import java.time.Period;

/**
 * What becomes of activity.
 *
 * @param keep how long an entry is kept; never less than thirty days
 */
public record ActivityRules(Span keep) {
    /** Two years. */
    public static final ActivityRules NONE = new ActivityRules(new Span(Period.ofYears(2), Duration.ZERO));
}
