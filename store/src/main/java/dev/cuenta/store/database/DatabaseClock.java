package dev.cuenta.store.database;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.time.ZoneId;
import java.time.ZoneOffset;

/**
 * The database's time, by which all instances go: read now and then, and counted on from there by what cannot be set. What the
 * machine's own clock says decides nothing; that it says something else is told.
 */
public final class DatabaseClock extends Clock {
    /** What machines that are kept in time by a network differ by is a hundredth of this. */
    public static final Duration TOLERANCE = Duration.ofSeconds(5);

    private record Reading(Instant at, long nanos, Duration ahead) {
        private Instant now() {
            return at.plusNanos(System.nanoTime() - nanos);
        }
    }

    private final Connections connections;
    private final Clock machine;
    private volatile Reading reading;

    /** @param machine the clock of this machine, which is compared */
    public DatabaseClock(Connections connections, Clock machine) {
        this.connections = connections;
        this.machine = machine;
        this.reading = taken();
    }

    /** Reads the database's time again. */
    public void read() {
        reading = taken();
    }

    private Reading taken() {
        long begun = System.nanoTime();
        Instant at = connections.each(sql -> sql.sql("select clock_timestamp()")
                .query(OffsetDateTime.class)
                .single()
                .toInstant());
        long nanos = begun + (System.nanoTime() - begun) / 2;
        Duration ahead = Duration.between(at.plusNanos(System.nanoTime() - nanos), machine.instant());
        return new Reading(at, nanos, ahead);
    }

    /** How far this machine's clock was ahead of the database's when that was read; negative for behind. */
    public Duration ahead() {
        return reading.ahead();
    }

    /** Whether the two show the same time, as far as that matters. */
    public boolean agrees() {
        return ahead().abs().compareTo(TOLERANCE) <= 0;
    }

    /** Why something that goes by the time is refused while they do not agree. */
    public String disagreement() {
        Duration ahead = ahead();
        return "This machine's clock is " + ahead.abs().toSeconds() + " seconds "
                + (ahead.isNegative() ? "behind" : "ahead of") + " the database's. One of them is wrong: set it.";
    }

    @Override
    public Instant instant() {
        return reading.now();
    }

    @Override
    public ZoneId getZone() {
        return ZoneOffset.UTC;
    }

    @Override
    public Clock withZone(ZoneId zone) {
        throw new UnsupportedOperationException("Moments have no time zone");
    }
}
