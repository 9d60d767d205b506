package dev.cuenta.core.adoption;

import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * How rows of another program become accounts.
 *
 * @param source the name under which the map of ids keeps them
 * @param from where they are: a JDBC address, or a file
 * @param table null for a file
 * @param beside one-to-one tables that are read along
 * @param key the column that tells rows apart
 * @param own what belongs to the account itself
 * @param fields columns by field
 * @param clashes what is done when the id, or the value of a unique field, belongs to another account already; by {@code id} or
 *     field
 */
public record AdoptionPlan(
        String source,
        String from,
        @Nullable String table,
        List<String> beside,
        String key,
        boolean keepIds,
        OwnColumns own,
        Map<String, String> fields,
        Map<String, Clash> clashes) {
    /** What is done about a clash. */
    public enum Clash {
        /** The row is not brought, and named. */
        REPORT,
        /** The row is the same person: the account stays, what it lacks comes from the row. */
        JOIN,
        /** The account gets another id, and the map says which. */
        RENUMBER,
        /** The account comes without the value. */
        EMPTY
    }

    public AdoptionPlan {
        beside = List.copyOf(beside);
        fields = Collections.unmodifiableMap(new LinkedHashMap<>(fields));
        clashes = Collections.unmodifiableMap(new LinkedHashMap<>(clashes));
    }

    /** What the plan makes of a row, as it is sent to the service: values by field, and what belongs to the account itself. */
    public Map<String, Object> document(SourceRow row) {
        Map<String, Object> values = new LinkedHashMap<>();
        fields.forEach((field, column) -> row.value(column).ifPresent(value -> values.put(field, value)));
        Map<String, Object> document = new LinkedHashMap<>();
        document.put("key", key(row));
        if (keepIds) {
            document.put("id", key(row));
        }
        own.put(row, document);
        document.put("values", values);
        return document;
    }

    /** Every column that the plan reads. */
    public Set<String> columns() {
        Set<String> columns = new LinkedHashSet<>(fields.values());
        columns.add(key);
        own.all().forEach(columns::add);
        return columns;
    }

    public String key(SourceRow row) {
        return row.value(key).map(Object::toString).orElse("");
    }
}
