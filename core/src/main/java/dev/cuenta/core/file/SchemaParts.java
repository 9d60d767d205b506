package dev.cuenta.core.file;

import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** What the schema of model files is put together from. */
final class SchemaParts {
    static final String NAME = "^[a-z][a-zA-Z0-9]{0,39}$";
    static final Map<String, Object> TEXT = Map.of("type", "string");
    static final Map<String, Object> FLAG = Map.of("type", "boolean");
    static final Map<String, Object> NUMBER = Map.of("type", "number");
    static final Map<String, Object> POSITIVE = Map.of("type", "integer", "minimum", 1);

    private SchemaParts() {}

    static Map<String, Object> parties() {
        return described("guest (at sign-up), owner, member (of the same tenant), and roles by name.", texts());
    }

    /** A single text stands for a list of one. */
    static Map<String, Object> texts() {
        return Map.of("anyOf", List.of(TEXT, Map.of("type", "array", "items", TEXT)));
    }

    static Map<String, Object> orNothing(Map<String, Object> schema) {
        return Map.of("anyOf", List.of(schema, Map.of("type", "null")));
    }

    static Map<String, Object> named(Map<String, Object> each) {
        return Map.of("type", "object", "propertyNames", Map.of("pattern", NAME), "additionalProperties", each);
    }

    static Map<String, Object> group(Map<String, Object> properties, List<String> required) {
        Map<String, Object> group = new LinkedHashMap<>();
        group.put("type", "object");
        group.put("properties", properties);
        group.put("additionalProperties", false);
        if (!required.isEmpty()) {
            group.put("required", required);
        }
        return group;
    }

    static Map<String, Object> described(String description, Map<String, Object> schema) {
        Map<String, Object> described = new LinkedHashMap<>();
        described.put("description", description);
        described.putAll(schema);
        return described;
    }

    static Map<String, Object> values(String... values) {
        return Map.of("enum", List.of(values));
    }

    static Map<String, Object> oneOf(Enum<?>[] constants) {
        return Map.of("enum", Arrays.stream(constants).map(Element::camelCase).toList());
    }
}
