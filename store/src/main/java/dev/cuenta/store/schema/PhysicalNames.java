package dev.cuenta.store.schema;

import java.util.Map;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/**
 * What columns are called that do not have their field's name yet. A rename must not pull a column away from instances that
 * still use its old name; so the new revision begins with the old name, and the column gets its own when nobody else is left.
 * Whoever stumbles over that last moment looks the names up again and repeats the transaction.
 */
public record PhysicalNames(Map<String, String> byColumn) {
    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final TypeReference<Map<String, String>> NAMES = new TypeReference<>() {};
    public static final PhysicalNames NONE = new PhysicalNames(Map.of());

    public PhysicalNames {
        byColumn = Map.copyOf(byColumn);
    }

    /** As JSON has them: by a table's name, a point, and a column's. */
    static PhysicalNames read(String json) {
        return new PhysicalNames(JSON.readValue(json, NAMES));
    }

    String of(String table, String column) {
        return byColumn.getOrDefault(key(table, column), column);
    }

    private static String key(String table, String column) {
        return table + "." + column;
    }
}
