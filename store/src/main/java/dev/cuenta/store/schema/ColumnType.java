package dev.cuenta.store.schema;

import dev.cuenta.core.type.Column;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Types;
import java.util.Objects;
import java.util.Properties;
import org.hibernate.type.descriptor.WrapperOptions;
import org.hibernate.usertype.ParameterizedType;
import org.hibernate.usertype.UserType;
import org.jspecify.annotations.Nullable;

/**
 * Lets Hibernate read and write columns for which it knows no Java type: lists, JSON, references to accounts. Hibernate makes
 * it by its name in the generated mapping, so it is public.
 */
public final class ColumnType implements UserType<Object>, ParameterizedType {
    public static final String COLUMN = "column";

    private @Nullable Column column;

    public static String spelt(Column column) {
        return column.kind() + (column.many() ? "[]" : "");
    }

    @Override
    public void setParameterValues(Properties parameters) {
        String spelt = parameters.getProperty(COLUMN);
        boolean many = spelt.endsWith("[]");
        Column.Kind kind = Column.Kind.valueOf(many ? spelt.substring(0, spelt.length() - 2) : spelt);
        column = new Column(kind, 0, 0, many);
    }

    @Override
    public int getSqlType() {
        return Types.OTHER;
    }

    @Override
    public Class<Object> returnedClass() {
        return Object.class;
    }

    @Override
    public @Nullable Object nullSafeGet(ResultSet row, int position, WrapperOptions options) throws SQLException {
        return ColumnValues.get(row, position, Objects.requireNonNull(column));
    }

    @Override
    public void nullSafeSet(PreparedStatement statement, @Nullable Object value, int position, WrapperOptions options)
            throws SQLException {
        ColumnValues.set(statement, position, Objects.requireNonNull(column), value);
    }

    /** Values are never changed in place: whoever changes one puts another in its stead. */
    @Override
    public Object deepCopy(Object value) {
        return value;
    }

    @Override
    public boolean isMutable() {
        return false;
    }
}
