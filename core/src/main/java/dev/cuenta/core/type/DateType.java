package dev.cuenta.core.type;

import java.time.LocalDate;
import java.time.format.DateTimeParseException;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** A day of the calendar (RFC 3339 full-date). */
final class DateType extends FieldType {
    DateType() {
        super("date");
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
        return Column.of(Column.Kind.DATE);
    }

    @Override
    public Outcome read(Object raw, Limits limits) {
        if (raw instanceof String text && text.length() == 10) {
            try {
                return Outcome.accepted(LocalDate.parse(text));
            } catch (DateTimeParseException notADay) {
                return Outcome.refused("date", "Is not a day of the calendar, such as 2026-11-23.");
            }
        }
        return Outcome.refused("date", "Is not a day written as year-month-day, such as 2026-11-23.");
    }

    @Override
    public Set<Comparison> comparisons() {
        return Comparison.ORDERED;
    }

    @Override
    public Map<String, Object> schema(Limits limits) {
        return Map.of("type", "string", "format", "date");
    }

    @Override
    public FormControl control() {
        return FormControl.DATE;
    }

    @Override
    public Object sample(String fieldName, Limits limits, Words words) {
        boolean birth = fieldName.toLowerCase(Locale.ROOT).contains("born");
        long days = birth ? words.between(19 * 365, 80 * 365) : words.between(1, 6 * 365);
        return words.today().minusDays(days).toString();
    }
}
