package dev.cuenta.core.adoption;

import java.util.Arrays;
import java.util.Collection;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * How rows name kinds, roles or tenants.
 *
 * @param column where the names stand, as a list or with commas between them; null where all rows have the same
 * @param always what all rows have; null where a column says it
 * @param values the names that the column's own stand for; those that are not listed stay as they are, and an empty name drops one
 */
public record NamedBy(@Nullable String column, @Nullable String always, Map<String, String> values) {
    /** For rows that name nothing. */
    public static final NamedBy NOTHING = new NamedBy(null, null, Map.of());

    public NamedBy {
        values = Collections.unmodifiableMap(new LinkedHashMap<>(values));
    }

    /** The same for all rows. */
    public static NamedBy always(String name) {
        return new NamedBy(null, name, Map.of());
    }

    /** As the column has them. */
    public static NamedBy column(String column) {
        return new NamedBy(column, null, Map.of());
    }

    List<String> of(SourceRow row) {
        Stream<String> names = always != null
                ? Stream.of(always)
                : column == null ? Stream.of() : row.value(column).stream().flatMap(NamedBy::each);
        return names.map(name -> values.getOrDefault(name, name))
                .filter(name -> !name.isEmpty())
                .distinct()
                .toList();
    }

    static Stream<String> each(Object value) {
        return value instanceof Collection<?> names
                ? names.stream().map(Object::toString)
                : Arrays.stream(value.toString().split(",")).map(String::strip);
    }
}
