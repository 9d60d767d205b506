package dev.cuenta.core.adoption;

import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;

/**
 * One row.
 *
 * @param values as a JSON reader gives them, moments and days as ISO 8601; what is empty is left out
 */
public record SourceRow(Map<String, Object> values) {
    public SourceRow {
        values = Collections.unmodifiableMap(new LinkedHashMap<>(values));
    }

    public Optional<Object> value(String column) {
        return Optional.ofNullable(values.get(column));
    }

    /** Values may be personal; a log line must never get them by accident. */
    @Override
    public String toString() {
        return "a row of " + values.size() + " values";
    }
}
