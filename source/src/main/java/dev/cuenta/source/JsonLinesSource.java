package dev.cuenta.source;

import dev.cuenta.core.adoption.Source;
import dev.cuenta.core.adoption.SourceColumn;
import dev.cuenta.core.adoption.SourceRow;
import dev.cuenta.core.adoption.SourceType;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Consumer;
import tools.jackson.core.JacksonException;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.DeserializationFeature;
import tools.jackson.databind.json.JsonMapper;

/** One JSON object in each line. What stands in an inner object is a column {@code outer.inner}. */
final class JsonLinesSource implements Source {
    private static final JsonMapper JSON = JsonMapper.builder()
            .enable(DeserializationFeature.USE_BIG_DECIMAL_FOR_FLOATS)
            .enable(DeserializationFeature.USE_LONG_FOR_INTS)
            .build();
    private static final TypeReference<Map<String, Object>> OBJECT = new TypeReference<>() {};

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
        int number = 0;
        try (BufferedReader lines = Files.newBufferedReader(file)) {
            for (String line = lines.readLine(); line != null; line = lines.readLine()) {
                number++;
                if (!line.isBlank()) {
                    reader.accept(row(line));
                }
            }
        } catch (JacksonException broken) {
            throw Sources.refused(
                    "Line " + number + " of `" + file + "` is no JSON object: " + broken.getOriginalMessage());
        } catch (IOException | UncheckedIOException unreadable) {
            throw Sources.refused("`" + file + "` cannot be read: " + unreadable.getMessage());
        }
    }

    private static SourceRow row(String line) {
        Map<String, Object> values = new LinkedHashMap<>();
        JSON.readValue(line, OBJECT).forEach((name, value) -> {
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
