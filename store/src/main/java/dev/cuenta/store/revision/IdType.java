package dev.cuenta.store.revision;

import dev.cuenta.core.model.IdScheme;
import java.util.Arrays;
import java.util.Optional;
import java.util.UUID;
import org.springframework.jdbc.core.simple.JdbcClient;

/** What ids are in the database. */
public enum IdType {
    RANDOM("uuid", UUID.class, "00000000-0000-0000-0000-000000000000"),
    COUNTING("bigint", Long.class, "0");

    private static final int UUID_LENGTH = 36;

    private final String sql;
    private final Class<?> valueClass;
    private final String beforeAll;

    IdType(String sql, Class<?> valueClass, String beforeAll) {
        this.sql = sql;
        this.valueClass = valueClass;
        this.beforeAll = beforeAll;
    }

    public static IdType of(IdScheme scheme) {
        return scheme == IdScheme.SEQUENCE ? COUNTING : RANDOM;
    }

    /** What the tables know accounts by, which stays what it was when they were made; empty before the first revision. */
    static Optional<IdType> ofKeys(JdbcClient sql) {
        return sql.sql("""
                        select format_type(atttypid, null) from pg_attribute
                        where attrelid = to_regclass('accounts.account') and attname = 'id'""")
                .query(String.class)
                .optional()
                .flatMap(found -> Arrays.stream(values())
                        .filter(type -> type.sql.equals(found))
                        .findFirst());
    }

    /** As PostgreSQL spells it. */
    public String sql() {
        return sql;
    }

    Class<?> valueClass() {
        return valueClass;
    }

    IdType other() {
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
