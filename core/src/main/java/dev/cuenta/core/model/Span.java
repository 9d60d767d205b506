package dev.cuenta.core.model;

import java.time.DateTimeException;
import java.time.Duration;
import java.time.Instant;
import java.time.Period;
import java.time.ZoneOffset;
import java.util.Optional;

/** An ISO 8601 duration such as {@code P14D}, {@code P2Y} or {@code PT12H}; years and months by the calendar, in UTC. */
public record Span(Period period, Duration duration) {
    public static Optional<Span> parse(String text) {
        try {
            int time = text.indexOf('T');
            Period period = time == 1 ? Period.ZERO : Period.parse(time < 0 ? text : text.substring(0, time));
            Duration duration = time < 0 ? Duration.ZERO : Duration.parse("P" + text.substring(time));
            boolean forward = !period.isNegative() && !duration.isNegative();
            return forward ? Optional.of(new Span(period, duration)) : Optional.empty();
        } catch (DateTimeException notADuration) {
            return Optional.empty();
        }
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
