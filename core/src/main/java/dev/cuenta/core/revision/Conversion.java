package dev.cuenta.core.revision;

import dev.cuenta.core.model.Field;
import dev.cuenta.core.type.Column;
import dev.cuenta.core.type.Outcome;
import java.math.BigDecimal;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;

/**
 * How the values of a field become those of the same field with another type. The new type itself judges every value, so what
 * is converted is exactly what a person could have typed.
 */
public final class Conversion {
    /** What each sort of column can be read as, beside itself. */
    private static final Map<Column.Kind, Set<Column.Kind>> POSSIBLE = Map.of(
            Column.Kind.TEXT,
                    Set.of(
                            Column.Kind.BIGINT,
                            Column.Kind.NUMERIC,
                            Column.Kind.BOOLEAN,
                            Column.Kind.DATE,
                            Column.Kind.TIMESTAMP),
            Column.Kind.BIGINT, Set.of(Column.Kind.TEXT, Column.Kind.NUMERIC),
            Column.Kind.NUMERIC, Set.of(Column.Kind.TEXT, Column.Kind.BIGINT),
            Column.Kind.BOOLEAN, Set.of(Column.Kind.TEXT),
            Column.Kind.DATE, Set.of(Column.Kind.TEXT, Column.Kind.TIMESTAMP),
            Column.Kind.TIMESTAMP, Set.of(Column.Kind.TEXT, Column.Kind.DATE),
            Column.Kind.JSON, Set.of(),
            Column.Kind.ACCOUNT, Set.of(Column.Kind.TEXT));

    private static final Pattern NUMBER = Pattern.compile("[+-]?[0-9]{1,40}(\\.[0-9]{1,40})?");

    private Conversion() {}

    public static boolean possible(Field before, Field after) {
        if (before.type().isPicture() || after.type().isPicture()) {
            return before.type().equals(after.type());
        }
        Column.Kind from = before.column().kind();
        Column.Kind to = after.column().kind();
        boolean kinds = from == to || POSSIBLE.getOrDefault(from, Set.of()).contains(to);
        // One value becomes a list of one; which of several would be the one, nobody can say.
        return kinds && (!before.type().isMany() || after.type().isMany());
    }

    /** The stored value as the field would read it now; refused when it does not fit. */
    public static Outcome convert(Object value, Field before, Field after) {
        if (after.type().isMany()) {
            List<?> values = before.type().isMany() ? (List<?>) value : List.of(value);
            return after.type()
                    .read(
                            values.stream()
                                    .map(item -> raw(item, after.column().kind()))
                                    .toList(),
                            after.limits());
        }
        return after.type().read(raw(value, after.column().kind()), after.limits());
    }

    /**
     * What a stored value becomes when an earlier form of it was kept aside. If nobody changed the value since it was made of
     * the earlier form, that form comes back as it was; a value that had become empty because nothing could be made of it too.
     *
     * @param original as it was when the field was as {@code after} says
     */
    public static Optional<Object> settle(
            @Nullable Object value, @Nullable Object original, Field before, Field after) {
        if (original != null
                && untouched(value, original, before, after)
                && convert(original, after, after).value().isPresent()) {
            return Optional.of(original);
        }
        return value == null ? Optional.empty() : convert(value, before, after).value();
    }

    private static boolean untouched(@Nullable Object value, Object original, Field before, Field after) {
        Object instead = before.forExisting().orElse(null);
        return Objects.equals(
                value,
                convert(original, /* before= */ after, /* after= */ before)
                        .value()
                        .orElse(instead));
    }

    /** What a person would have typed for the value in a field that is kept so. */
    public static Object raw(Object value, Column.Kind to) {
        return switch (to) {
            case TEXT, ACCOUNT -> value instanceof BigDecimal number ? number.toPlainString() : value.toString();
            case BIGINT, NUMERIC -> value instanceof String text ? number(text.strip()) : value;
            case BOOLEAN -> value instanceof String text ? truth(text.strip()) : value;
            case DATE ->
                value instanceof Instant instant
                        ? day(instant)
                        : value.toString().strip();
            case TIMESTAMP ->
                value instanceof LocalDate day
                        ? day + "T00:00:00Z"
                        : value.toString().strip();
            case JSON, BYTES -> value;
        };
    }

    private static Object number(String text) {
        return NUMBER.matcher(text).matches() ? new BigDecimal(text) : text;
    }

    private static Object truth(String text) {
        return text.equals("true") || text.equals("false") ? (Object) Boolean.valueOf(text) : text;
    }

    private static String day(Instant instant) {
        return instant.atOffset(ZoneOffset.UTC).toLocalDate().toString();
    }
}
