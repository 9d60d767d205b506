package dev.cuenta.store.revision;

import java.util.Optional;
import org.springframework.jdbc.core.simple.JdbcClient;

/**
 * What the model does not say of its tables, as they lie at the moment.
 *
 * @param names of columns that are yet to get their own
 * @param keys what the tables know accounts by; empty before there are any
 * @param secondIds whether accounts have an id of the other type as well, be it the present or the former one
 */
record Layout(PhysicalNames names, Optional<IdType> keys, boolean secondIds) {
    /** Of tables that the model's first revision makes. */
    static final Layout NEW = new Layout(PhysicalNames.NONE, Optional.empty(), false);

    static Layout of(int revision, JdbcClient sql) {
        return new Layout(PhysicalNames.of(revision, sql), IdType.ofKeys(sql), hasSecondIds(sql));
    }

    /** Once they are indexed; before, they are not there for anyone. */
    private static boolean hasSecondIds(JdbcClient sql) {
        return sql.sql("select exists (select 1 from pg_index where indexrelid = to_regclass(?) and indisvalid)")
                .param(Shape.SCHEMA + "." + SecondIds.INDEX)
                .query(Boolean.class)
                .single();
    }

    /** When every column has its own name. */
    Layout settled() {
        return new Layout(PhysicalNames.NONE, keys, secondIds);
    }
}
