package dev.cuenta.source;

import dev.cuenta.core.adoption.SourceColumn;
import dev.cuenta.core.adoption.SourceType;
import java.sql.DatabaseMetaData;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/** What a database says about its tables. A table's name may have its schema's before a dot. */
final class TableCatalogue {
    /**
     * A table with at most one row for each row of the main one.
     *
     * @param column that refers to the column {@code of} of the main table
     */
    record Beside(String table, String alias, String column, String of) {}

    /**
     * A column to be read.
     *
     * @param table the alias of its table in the query
     * @param own its name in its own table
     */
    record Column(String table, String own, SourceColumn declared) {}

    private static final int LONGEST_DECLARED = 1_000_000;

    private final DatabaseMetaData metadata;
    private final String quote;

    TableCatalogue(DatabaseMetaData metadata) throws SQLException {
        this.metadata = metadata;
        this.quote = metadata.getIdentifierQuoteString();
    }

    /** @param beside null for the main table */
    List<Column> columns(String table, @Nullable Beside beside) throws SQLException {
        Set<String> key = beside == null ? key(table) : Set.of();
        Set<String> unique = unique(table);
        List<Column> columns = new ArrayList<>();
        try (ResultSet rows = metadata.getColumns(null, schema(table), bare(table), null)) {
            while (rows.next()) {
                String name = rows.getString("COLUMN_NAME");
                SourceType type = JdbcValues.type(rows.getInt("DATA_TYPE"), rows.getString("TYPE_NAME"));
                int size = declared(rows.getInt("COLUMN_SIZE"));
                int scale = rows.getInt("DECIMAL_DIGITS");
                boolean whole = key.size() == 1 && key.contains(name);
                if (beside == null) {
                    columns.add(new Column(
                            "t0",
                            name,
                            new SourceColumn(name, type, whole, whole || unique.contains(name), size, scale)));
                } else if (!name.equals(beside.column()) && !key(table).contains(name)) {
                    String full = bare(table) + "." + name;
                    columns.add(new Column(
                            beside.alias(),
                            name,
                            new SourceColumn(full, type, false, unique.contains(name), size, scale)));
                }
            }
        }
        return columns;
    }

    private Set<String> key(String table) throws SQLException {
        Set<String> key = new HashSet<>();
        try (ResultSet rows = metadata.getPrimaryKeys(null, schema(table), bare(table))) {
            while (rows.next()) {
                key.add(rows.getString("COLUMN_NAME"));
            }
        }
        return key;
    }

    /** For a type without a limit databases say the highest number that they know. */
    private static int declared(int size) {
        return size > LONGEST_DECLARED ? 0 : size;
    }

    /** Columns that are unique each by itself. */
    private Set<String> unique(String table) throws SQLException {
        Map<String, List<String>> indexes = new HashMap<>();
        try (ResultSet rows = metadata.getIndexInfo(null, schema(table), bare(table), true, true)) {
            while (rows.next()) {
                String column = rows.getString("COLUMN_NAME");
                if (column != null && rows.getString("FILTER_CONDITION") == null) {
                    indexes.computeIfAbsent(rows.getString("INDEX_NAME"), name -> new ArrayList<>())
                            .add(column);
                }
            }
        }
        Set<String> unique = new HashSet<>();
        indexes.values().stream().filter(columns -> columns.size() == 1).forEach(unique::addAll);
        return unique;
    }

    /** Tables whose reference to the main one is unique. */
    List<Beside> beside(String table) throws SQLException {
        List<Beside> beside = new ArrayList<>();
        try (ResultSet rows = metadata.getExportedKeys(null, schema(table), bare(table))) {
            while (rows.next()) {
                String schema = rows.getString("FKTABLE_SCHEM");
                String name = rows.getString("FKTABLE_NAME");
                String full = schema(table) == null ? name : schema + "." + name;
                String column = rows.getString("FKCOLUMN_NAME");
                Set<String> key = key(full);
                boolean single = unique(full).contains(column) || (key.size() == 1 && key.contains(column));
                if (single) {
                    beside.add(new Beside(full, "t" + (beside.size() + 1), column, rows.getString("PKCOLUMN_NAME")));
                }
            }
        }
        return beside;
    }

    private static @Nullable String schema(String table) {
        return table.contains(".") ? table.substring(0, table.indexOf('.')) : null;
    }

    private static String bare(String table) {
        return table.substring(table.indexOf('.') + 1);
    }

    String quotedTable(String table) {
        String schema = schema(table);
        return (schema == null ? "" : quoted(schema) + ".") + quoted(bare(table));
    }

    String quoted(String name) {
        return quote + name.replace(quote, quote + quote) + quote;
    }
}
