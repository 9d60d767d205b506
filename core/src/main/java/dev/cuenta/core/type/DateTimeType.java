package dev.cuenta.core.type;

import java.time.DateTimeException;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.time.temporal.ChronoUnit;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** An instant (RFC 3339 date-time), kept in UTC to the microsecond, as PostgreSQL does. */
final class DateTimeType extends FieldType {
    private static final Instant EARLIEST = Instant.parse("0001-01-01T00:00:00Z");
    private static final Instant LATEST = Instant.parse("9999-12-31T23:59:59Z");

    DateTimeType() {
        super("dateTime");
    }

    @Override
    public Set<String> limitKeys() {
        return Set.of();
    }

    @Override
    public Optional<FieldType> many() {
        return Optional.of(new ListType(this));
    }

    @Override
    public Column column(Limits limits) {
        return Column.of(Column.Kind.TIMESTAMP);
    }

    @Override
    public Outcome read(Object raw, Limits limits) {
        if (raw instanceof String text) {
            try {
                Instant instant = OffsetDateTime.parse(text).toInstant().truncatedTo(ChronoUnit.MICROS);
                if (!instant.isBefore(EARLIEST) && !instant.isAfter(LATEST)) {
                    return Outcome.accepted(instant);
                }
            } catch (DateTimeException notAnInstant) {
                return refused();
            }
        }
        return refused();
    }

    private static Outcome refused() {
        return Outcome.refused("dateTime", "Is not an instant with its offset, such as 2026-11-23T09:30:00Z.");
    }

    @Override
    public Set<Comparison> comparisons() {
        return Comparison.ORDERED;
    }

    @Override
    public Map<String, Object> schema(Limits limits) {
        return Map.of("type", "string", "format", "date-time");
    }

    @Override
    public FormControl control() {
        return FormControl.DATETIME_LOCAL;
    }

    @Override
    public Object sample(String fieldName, Limits limits, Words words) {
        return words.today().minusDays(words.between(1, 700)) + "T"
                + String.format("%02d:%02d:00Z", words.between(6, 21), words.between(0, 59));
    }
}
