package dev.cuenta.core.adoption;

import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * Where rows have what belongs to the account itself and is no field of it.
 *
 * @param kind nothing for the model's default
 * @param roles nothing for the model's default roles
 * @param tenants by their names
 * @param created null, as the others, for what the source does not have
 * @param password the column with the hash
 * @param confirmed by field, the column that says when its value was confirmed, or only that it was
 */
public record OwnColumns(
        NamedBy kind,
        NamedBy roles,
        NamedBy tenants,
        @Nullable String created,
        @Nullable String lastModified,
        @Nullable String password,
        Map<String, String> confirmed) {
    public OwnColumns {
        confirmed = Collections.unmodifiableMap(new LinkedHashMap<>(confirmed));
    }

    Stream<String> all() {
        return Stream.of(
                        Stream.of(kind.column(), roles.column(), tenants.column(), created, lastModified, password)
                                .filter(Objects::nonNull),
                        confirmed.values().stream())
                .flatMap(columns -> columns);
    }

    /** Adds what the row says to what is sent of it. */
    void put(SourceRow row, Map<String, Object> document) {
        put("created", created, row, document);
        put("lastModified", lastModified, row, document);
        put("password", password, row, document);
        kind.of(row).stream().findFirst().ifPresent(name -> document.put("kind", name));
        List<String> given = roles.of(row);
        if (!given.isEmpty()) {
            document.put("roles", given);
        }
        List<String> joined = tenants.of(row);
        if (!joined.isEmpty()) {
            document.put(
                    "tenants", joined.stream().map(name -> Map.of("name", name)).toList());
        }
        Map<String, Object> moments = new LinkedHashMap<>();
        confirmed.forEach((field, column) -> put(field, column, row, moments));
        if (!moments.isEmpty()) {
            document.put("confirmed", moments);
        }
    }

    private static void put(String name, @Nullable String column, SourceRow row, Map<String, Object> document) {
        if (column != null) {
            row.value(Objects.requireNonNull(column)).ifPresent(value -> document.put(name, value.toString()));
        }
    }
}
