package dev.cuenta.core.type;

import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/** Any JSON object or list (RFC 8259), for what another program keeps with an account; Cuenta looks at its size only. */
final class JsonType extends FieldType {
    private static final int DEEPEST = 32;

    JsonType() {
        super("json");
    }

    @Override
    public Set<String> limitKeys() {
        return Set.of("maxBytes");
    }

    @Override
    public Column column(Limits limits) {
        return Column.of(Column.Kind.JSON);
    }

    @Override
    public Outcome read(Object raw, Limits limits) {
        if (!(raw instanceof Map) && !(raw instanceof List)) {
            return wrongType("an object or a list", raw);
        }
        long size = size(raw, 1);
        if (size > limits.maxBytes()) {
            return Outcome.refused(
                    "maxBytes",
                    "Is too large or too deeply nested; at most " + limits.maxBytes() + " bytes and " + DEEPEST
                            + " levels are allowed.");
        }
        return Outcome.accepted(raw);
    }

    /** About as many bytes as the value has when it is written; more than any limit for one that is too deeply nested. */
    private static long size(@Nullable Object value, int depth) {
        if (depth > DEEPEST) {
            return Integer.MAX_VALUE;
        }
        if (value instanceof Map<?, ?> map) {
            return 2L
                    + map.entrySet().stream()
                            .mapToLong(entry -> size(entry.getKey(), depth + 1) + 2 + size(entry.getValue(), depth + 1))
                            .sum();
        }
        if (value instanceof List<?> list) {
            return 2
                    + list.stream().mapToLong(item -> 1 + size(item, depth + 1)).sum();
        }
        if (value instanceof BigDecimal number) {
            // As it is written: 1e999999999 takes a gigabyte.
            return (long) number.precision() + Math.abs((long) number.scale());
        }
        String text = String.valueOf(value);
        return text.getBytes(StandardCharsets.UTF_8).length + (value instanceof String ? 2L : 0L);
    }

    @Override
    public Object write(Object value) {
        return value;
    }

    @Override
    public Set<Comparison> comparisons() {
        return Set.of();
    }

    @Override
    public Map<String, Object> schema(Limits limits) {
        return Map.of("type", List.of("object", "array"));
    }

    @Override
    public FormControl control() {
        return FormControl.JSON;
    }

    @Override
    public Object sample(String fieldName, Limits limits, Words words) {
        return Map.of("note", words.town());
    }
}
