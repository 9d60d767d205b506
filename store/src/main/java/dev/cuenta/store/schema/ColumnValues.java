package dev.cuenta.store.schema;

import dev.cuenta.core.type.Column;
import dev.cuenta.store.statement.Json;
import java.math.BigDecimal;
import java.sql.Array;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Types;
import java.time.Instant;
import java.time.LocalDate;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.List;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.postgresql.util.PGobject;
import org.springframework.jdbc.core.SqlTypeValue;

/** The model's values as JDBC gives and takes them. */
public final class ColumnValues {
    private ColumnValues() {}

    /** The value at a position of the row; null for none. */
    public static @Nullable Object get(ResultSet row, int position, Column column) throws SQLException {
        if (column.many()) {
            Array array = row.getArray(position);
            return array == null ? null : items(array, column.kind());
        }
        return switch (column.kind()) {
            case TEXT, ACCOUNT -> row.getString(position);
            case BIGINT -> row.getObject(position, Long.class);
            case NUMERIC -> row.getBigDecimal(position);
            case BOOLEAN -> row.getObject(position, Boolean.class);
            case DATE -> row.getObject(position, LocalDate.class);
            case TIMESTAMP -> {
                OffsetDateTime moment = row.getObject(position, OffsetDateTime.class);
                yield moment == null ? null : moment.toInstant();
            }
            case BYTES -> row.getBytes(position);
            case JSON -> {
                String text = row.getString(position);
                yield text == null ? null : Json.MAPPER.readValue(text, Object.class);
            }
        };
    }

    private static List<Object> items(Array array, Column.Kind kind) throws SQLException {
        List<Object> items = new ArrayList<>();
        try (ResultSet rows = array.getResultSet()) {
            while (rows.next()) {
                Object item = get(rows, 2, new Column(kind, 0, 0, false)); // 1 is the index
                if (item != null) {
                    items.add(item);
                }
            }
        }
        return List.copyOf(items);
    }

    static void set(PreparedStatement statement, int position, Column column, @Nullable Object value)
            throws SQLException {
        if (value == null) {
            statement.setNull(position, Types.OTHER);
        } else if (value instanceof List<?> items && column.many()) {
            Object[] elements = items.stream().map(ColumnValues::jdbc).toArray();
            statement.setArray(position, statement.getConnection().createArrayOf(elementType(column.kind()), elements));
        } else if (column.kind() == Column.Kind.JSON) {
            PGobject json = new PGobject();
            json.setType("jsonb");
            json.setValue(Json.MAPPER.writeValueAsString(value));
            statement.setObject(position, json);
        } else if (value instanceof byte[] bytes) {
            statement.setBytes(position, bytes);
        } else if (column.kind() == Column.Kind.ACCOUNT) {
            statement.setObject(position, id((String) value));
        } else {
            statement.setObject(position, jdbc(value));
        }
    }

    /** A value of a column as a parameter of a statement. */
    public static SqlTypeValue parameter(Column column, @Nullable Object value) {
        return (statement, position, type, name) -> set(statement, position, column, value);
    }

    /** The id as the column of either id scheme takes it. */
    static Object id(String text) {
        return text.length() == 36 ? (Object) UUID.fromString(text) : (Object) Long.valueOf(text);
    }

    /** A value as a parameter of a statement. */
    public static Object jdbc(Object value) {
        return value instanceof Instant instant ? instant.atOffset(ZoneOffset.UTC) : value;
    }

    /** A value of one column as PostgreSQL reads it from a text. */
    public static String text(Column column, Object value) {
        if (column.kind() == Column.Kind.JSON) {
            return Json.MAPPER.writeValueAsString(value);
        }
        if (value instanceof byte[] bytes) {
            return "\\x" + HexFormat.of().formatHex(bytes);
        }
        if (value instanceof List<?> items) {
            StringBuilder array = new StringBuilder("{");
            for (Object item : items) {
                array.append(array.length() == 1 ? "" : ",")
                        .append('"')
                        .append(item.toString().replace("\\", "\\\\").replace("\"", "\\\""))
                        .append('"');
            }
            return array.append('}').toString();
        }
        return value instanceof BigDecimal number ? number.toPlainString() : value.toString();
    }

    private static String elementType(Column.Kind kind) {
        return switch (kind) {
            case TEXT, ACCOUNT, JSON, BYTES -> "varchar";
            case BIGINT -> "int8";
            case NUMERIC -> "numeric";
            case BOOLEAN -> "bool";
            case DATE -> "date";
            case TIMESTAMP -> "timestamptz";
        };
    }
}
