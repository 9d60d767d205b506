package dev.cuenta.store.schema;

import dev.cuenta.core.model.IdScheme;
import java.util.Arrays;
import java.util.Optional;
import java.util.UUID;
import org.jspecify.annotations.Nullable;

/** What ids are in the database. */
public enum IdType {
    RANDOM("uuid", UUID.class, "00000000-0000-0000-0000-000000000000", "^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$"),
    COUNTING("bigint", Long.class, "0", "^[1-9][0-9]{0,17}$");

    private static final int UUID_LENGTH = 36;

    private final String sql;
    private final Class<?> valueClass;
    private final String beforeAll;
    private final String pattern;

    IdType(String sql, Class<?> valueClass, String beforeAll, String pattern) {
        this.sql = sql;
        this.valueClass = valueClass;
        this.beforeAll = beforeAll;
        this.pattern = pattern;
    }

    public static IdType of(IdScheme scheme) {
        return scheme == IdScheme.SEQUENCE ? COUNTING : RANDOM;
    }

    /** That which PostgreSQL spells like that; empty for null, before there are accounts. */
    static Optional<IdType> spelt(@Nullable String sql) {
        return Arrays.stream(values()).filter(type -> type.sql.equals(sql)).findFirst();
    }

    /** The text as such an id, as SQL; null where it is none. */
    public String cast(String text) {
        return "case when " + text + " ~ '" + pattern + "' then cast(" + text + " as " + sql + ") end";
    }

    /** As PostgreSQL spells it. */
    public String sql() {
        return sql;
    }

    public Class<?> valueClass() {
        return valueClass;
    }

    public IdType other() {
        return this == RANDOM ? COUNTING : RANDOM;
    }

    /** Comes before every id, and is none. */
    public String beforeAll() {
        return beforeAll;
    }

    /** The column's value; empty for a text that is no such id, and so no account's. */
    public Optional<Object> read(String text) {
        try {
            return this == COUNTING
                    ? Optional.of(Long.valueOf(text))
                    : Optional.of(text).filter(it -> it.length() == UUID_LENGTH).map(UUID::fromString);
        } catch (IllegalArgumentException notAnId) {
            return Optional.empty();
        }
    }
}
