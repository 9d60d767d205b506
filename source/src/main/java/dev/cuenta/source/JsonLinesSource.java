package dev.cuenta.source;

import dev.cuenta.core.adoption.Source;
import dev.cuenta.core.adoption.SourceColumn;
import dev.cuenta.core.adoption.SourceRow;
import dev.cuenta.core.adoption.SourceType;
import java.nio.file.Path;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Consumer;

/** One JSON object in each line. What stands in an inner object is a column {@code outer.inner}. */
final class JsonLinesSource implements Source {
    private final Path file;

    JsonLinesSource(Path file) {
        this.file = file;
    }

    @Override
    public String name() {
        return Sources.baseName(file);
    }

    /** Lines need not have the same columns; so all of them are looked at. */
    @Override
    public List<SourceColumn> columns() {
        Map<String, SourceColumn> columns = new LinkedHashMap<>();
        each(row -> row.values()
                .forEach((name, value) -> columns.merge(
                        name,
                        new SourceColumn(name, type(value), false, false),
                        (before, now) -> before.type() == SourceType.JSON ? before : now)));
        return List.copyOf(columns.values());
    }

    private static SourceType type(Object value) {
        return value instanceof Collection || value instanceof Map ? SourceType.JSON : SourceType.UNKNOWN;
    }

    @Override
    public void each(Consumer<SourceRow> reader) {
        JsonLines.each(file, account -> reader.accept(row(account)));
    }

    private static SourceRow row(Map<String, Object> line) {
        Map<String, Object> values = new LinkedHashMap<>();
        line.forEach((name, value) -> {
            if (value instanceof Map<?, ?> inner) {
                inner.forEach((key, each) -> put(values, name + "." + key, each));
            } else {
                put(values, name, value);
            }
        });
        return new SourceRow(values);
    }

    private static void put(Map<String, Object> values, String name, Object value) {
        if (value != null && !value.equals("")) {
            values.put(name, value);
        }
    }

    @Override
    public void close() {}
}
