package dev.cuenta.core.model;

import java.time.DateTimeException;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.Period;
import java.time.ZoneOffset;
import java.util.Optional;

/**
 * An ISO 8601 duration such as {@code P14D}, {@code P2Y} or {@code PT12H}, of a thousand years at most; years and months by the calendar,
 * in UTC.
 */
public record Span(Period period, Duration duration) {
    private static final int MOST_YEARS = 1000;

    public static Optional<Span> parse(String text) {
        try {
            int time = text.indexOf('T');
            Period period = time == 1 ? Period.ZERO : Period.parse(time < 0 ? text : text.substring(0, time));
            Duration duration = time < 0 ? Duration.ZERO : Duration.parse("P" + text.substring(time));
            boolean forward = !period.isNegative() && !duration.isNegative();
            return forward && isWithinCalendars(period, duration)
                    ? Optional.of(new Span(period, duration))
                    : Optional.empty();
        } catch (DateTimeException | ArithmeticException notADuration) {
            return Optional.empty();
        }
    }

    /** A thousand years at most: from every moment that there is, the calendar reaches so far. */
    private static boolean isWithinCalendars(Period period, Duration duration) {
        return !LocalDate.EPOCH.plus(period).isAfter(LocalDate.EPOCH.plusYears(MOST_YEARS))
                && duration.toDays() <= MOST_YEARS * 366L;
    }

    public Instant before(Instant moment) {
        return moment.atOffset(ZoneOffset.UTC).minus(period).minus(duration).toInstant();
    }

    public Instant after(Instant moment) {
        return moment.atOffset(ZoneOffset.UTC).plus(period).plus(duration).toInstant();
    }

    @Override
    public String toString() {
        String time = duration.isZero() ? "" : duration.toString().substring(1);
        return (period.isZero() && !time.isEmpty() ? "P" : period.toString()) + time;
    }
}
