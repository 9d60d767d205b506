package dev.cuenta.store.schema;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.springframework.jdbc.core.simple.JdbcClient;

/**
 * What the model does not say of its tables, as they lie at the moment.
 *
 * @param names of columns that are yet to get their own
 * @param keys what the tables know accounts by, which stays what it was when they were made; empty before there are any
 * @param secondIds whether accounts have an id of the other type as well, be it the present or the former one
 * @param functions which {@link KeyFunctions} there are
 */
public record Layout(PhysicalNames names, Optional<IdType> keys, boolean secondIds, Set<String> functions) {
    /** Of tables that the model's first revision makes. */
    static final Layout NEW = new Layout(PhysicalNames.NONE, Optional.empty(), false, Set.of());

    public static Layout of(int revision, JdbcClient sql) {
        return read("select cast(? as integer) as number", List.of(revision), sql)
                .layout();
    }

    /** What the database says of the live revision; its number is 0 before the first. */
    public record Live(int number, Layout layout) {}

    /** In one statement, or the number could be of one moment and the names of another. Every instance asks twice a second. */
    public static Live live(JdbcClient sql) {
        return read(
                "select coalesce((select number from cuenta.revision where state = 'live'), 0) as number",
                List.of(),
                sql);
    }

    /** Ids of their own are there for everyone once they are indexed, and before for no one. */
    private static Live read(String revision, List<Object> parameters, JdbcClient sql) {
        return sql.sql("""
                        select asked.number,
                            (select coalesce(json_object_agg(table_name || '.' || column_name, physical), '{}')
                             from cuenta.column_name where revision <= asked.number) as names,
                            (select format_type(atttypid, null) from pg_attribute
                             where attrelid = to_regclass('accounts.account') and attname = 'id') as keys,
                            exists (select 1 from pg_index where indexrelid = to_regclass('%s.%s') and indisvalid) as second_ids,
                            array(select proname::text from pg_proc
                             where pronamespace = to_regnamespace('cuenta') and proname >= '%s' and proname < '%s') as functions
                        from (%s) asked""".formatted(
                        Shape.SCHEMA, Shape.SECOND_ID_INDEX, KeyFunctions.PREFIX, KeyFunctions.BEHIND, revision))
                .params(parameters)
                .query((row, index) -> new Live(
                        row.getInt("number"),
                        new Layout(
                                PhysicalNames.read(row.getString("names")),
                                IdType.spelt(row.getString("keys")),
                                row.getBoolean("second_ids"),
                                Set.of((String[]) row.getArray("functions").getArray()))))
                .single();
    }

    /** When accounts have no ids but their keys. */
    public Layout withoutSecondIds() {
        return new Layout(names, keys, false, functions);
    }

    /** When every column has its own name. */
    public Layout settled() {
        return new Layout(PhysicalNames.NONE, keys, secondIds, functions);
    }
}
