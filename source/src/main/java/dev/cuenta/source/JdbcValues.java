package dev.cuenta.source;

import dev.cuenta.core.adoption.SourceType;
import java.sql.Array;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Types;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.util.Arrays;
import org.jspecify.annotations.Nullable;

/** Values of any database as a JSON reader would give them. */
final class JdbcValues {
    private JdbcValues() {}

    /** @param name of the type, where the database has more types than JDBC has numbers */
    static SourceType type(int jdbc, String name) {
        return switch (jdbc) {
            case Types.TINYINT, Types.SMALLINT, Types.INTEGER, Types.BIGINT -> SourceType.INTEGER;
            case Types.NUMERIC, Types.DECIMAL, Types.REAL, Types.FLOAT, Types.DOUBLE -> SourceType.DECIMAL;
            case Types.BIT, Types.BOOLEAN -> SourceType.BOOLEAN;
            case Types.DATE -> SourceType.DATE;
            case Types.TIMESTAMP, Types.TIMESTAMP_WITH_TIMEZONE -> SourceType.TIMESTAMP;
            case Types.BINARY, Types.VARBINARY, Types.LONGVARBINARY, Types.BLOB -> SourceType.BINARY;
            case Types.ARRAY -> SourceType.JSON;
            case Types.OTHER ->
                name.equals("uuid") ? SourceType.UUID : name.startsWith("json") ? SourceType.JSON : SourceType.TEXT;
            default -> SourceType.TEXT;
        };
    }

    static @Nullable Object read(ResultSet row, int index, SourceType type) throws SQLException {
        return switch (type) {
            case BINARY -> null;
            case INTEGER -> present(row.getLong(index), row);
            case DECIMAL -> row.getBigDecimal(index);
            case BOOLEAN -> present(row.getBoolean(index), row);
            case DATE -> text(row.getObject(index, LocalDate.class));
            case TIMESTAMP -> moment(row, index);
            case JSON -> row.getObject(index) instanceof Array array ? list(array) : row.getString(index);
            default -> row.getString(index);
        };
    }

    private static @Nullable Object present(Object value, ResultSet row) throws SQLException {
        return row.wasNull() ? null : value;
    }

    private static @Nullable String text(@Nullable Object value) {
        return value == null ? null : value.toString();
    }

    /** Without a zone it is taken as UTC. */
    private static @Nullable Object moment(ResultSet row, int index) throws SQLException {
        boolean zoned = row.getMetaData().getColumnTypeName(index).endsWith("tz")
                || row.getMetaData().getColumnType(index) == Types.TIMESTAMP_WITH_TIMEZONE;
        if (zoned) {
            OffsetDateTime value = row.getObject(index, OffsetDateTime.class);
            return value == null ? null : value.toInstant().toString();
        }
        LocalDateTime value = row.getObject(index, LocalDateTime.class);
        return value == null ? null : value.toInstant(ZoneOffset.UTC).toString();
    }

    private static Object list(Array array) throws SQLException {
        return array.getArray() instanceof Object[] items
                ? Arrays.stream(items)
                        .filter(item -> item != null)
                        .map(Object::toString)
                        .toList()
                : array.toString();
    }
}
