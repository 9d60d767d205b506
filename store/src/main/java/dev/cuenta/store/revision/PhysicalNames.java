package dev.cuenta.store.revision;

import java.util.Map;
import java.util.TreeMap;
import org.springframework.jdbc.core.simple.JdbcClient;

/**
 * What columns are called that do not have their field's name yet. A rename must not pull a column away from instances that
 * still use its old name; so the new revision begins with the old name, and the column gets its own when nobody else is left.
 * Whoever stumbles over that last moment looks the names up again and repeats the transaction.
 */
public record PhysicalNames(Map<String, String> byColumn) {
    static final PhysicalNames NONE = new PhysicalNames(Map.of());

    public PhysicalNames {
        byColumn = Map.copyOf(byColumn);
    }

    static PhysicalNames of(int revision, JdbcClient sql) {
        Map<String, String> names = new TreeMap<>();
        sql.sql("select table_name, column_name, physical from cuenta.column_name where revision <= ?")
                .param(revision)
                .query((row, index) -> names.put(
                        key(row.getString("table_name"), row.getString("column_name")), row.getString("physical")))
                .list();
        return new PhysicalNames(names);
    }

    String of(String table, String column) {
        return byColumn.getOrDefault(key(table, column), column);
    }

    private static String key(String table, String column) {
        return table + "." + column;
    }
}
