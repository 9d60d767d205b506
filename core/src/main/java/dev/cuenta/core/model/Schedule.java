package dev.cuenta.core.model;

import com.cronutils.model.Cron;
import com.cronutils.model.CronType;
import com.cronutils.model.definition.CronDefinitionBuilder;
import com.cronutils.model.time.ExecutionTime;
import com.cronutils.parser.CronParser;
import java.time.Instant;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.time.ZonedDateTime;
import java.util.Optional;

/**
 * Moments that come again and again: a cron expression of five fields (minute, hour, day of the month, month, day of the week),
 * as POSIX describes it for {@code crontab}, in a time zone.
 */
public record Schedule(String at, ZoneId timeZone) {
    private static final CronParser PARSER = new CronParser(CronDefinitionBuilder.instanceDefinitionFor(CronType.UNIX));

    /** Empty for what is no cron expression, or one that never comes. */
    public static Optional<Schedule> parse(String at, ZoneId timeZone) {
        try {
            Schedule schedule = new Schedule(at, timeZone);
            return schedule.after(Instant.EPOCH).map(ever -> schedule);
        } catch (IllegalArgumentException notCron) {
            return Optional.empty();
        }
    }

    /** The first of its moments after this one. */
    public Optional<Instant> after(Instant moment) {
        ZonedDateTime shown = shownAt(moment);
        Optional<Instant> next = Optional.empty();
        do {
            Optional<ZonedDateTime> later = times().nextExecution(shown);
            next = later.map(this::moment);
            shown = later.orElse(shown);
        } while (next.filter(it -> !it.isAfter(moment)).isPresent());
        return next;
    }

    /** The last of its moments before this one. */
    public Optional<Instant> before(Instant moment) {
        return times().lastExecution(shownAt(moment)).map(this::moment);
    }

    /** What clocks show, as if they never changed: an hour that a day leaves out must not lose that day's moment. */
    private ZonedDateTime shownAt(Instant moment) {
        return moment.atZone(timeZone).toLocalDateTime().atZone(ZoneOffset.UTC);
    }

    /** A time that is left out is the one an hour later; of one that comes twice, only the first counts. */
    private Instant moment(ZonedDateTime shown) {
        return shown.toLocalDateTime().atZone(timeZone).toInstant();
    }

    private ExecutionTime times() {
        Cron cron = PARSER.parse(at);
        return ExecutionTime.forCron(cron);
    }

    @Override
    public String toString() {
        return at + " " + timeZone;
    }
}
