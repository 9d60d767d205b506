package dev.cuenta.store.revision;

import dev.cuenta.core.model.Field;
import dev.cuenta.core.model.FieldPath;
import dev.cuenta.core.revision.StoredRecords;
import dev.cuenta.store.database.Connections;
import java.util.Optional;

/** Counts in the database what a diff asks about. */
public final class CountedRecords implements StoredRecords {
    private final Connections connections;
    private final KeptColumns kept;

    public CountedRecords(Connections connections) {
        this.connections = connections;
        this.kept = new KeptColumns(connections);
    }

    @Override
    public long accounts() {
        return count("select count(*) from accounts.account");
    }

    @Override
    public long accountsOfKind(String kind) {
        return count("select count(*) from accounts.account where kind = ?", kind);
    }

    @Override
    public long values(Field field) {
        return count("select count(" + Shape.quoted(Shape.column(field)) + ") from "
                + Shape.qualified(field.path().profile()));
    }

    @Override
    public Optional<Kept> kept(Field field) {
        return kept.nameOf(field).filter(name -> sameType(field, name)).map(name -> {
            String table = Shape.qualified(field.path().profile());
            long values = count("select count(" + Shape.quoted(name) + ") from " + table);
            return new Kept(values, count("select count(*) from " + table) - values, breaking(field, table, name));
        });
    }

    /** Values of the kept column that break the field's rules, and those that more than one record holds where none may. */
    private long breaking(Field field, String table, String name) {
        long broken = 0;
        for (Shape.Check check : Shape.checks(field)) {
            String condition = check.condition().replace(Shape.quoted(Shape.column(field)), Shape.quoted(name));
            broken += count("select count(*) from " + table + " where not (" + condition + ")");
        }
        String comparable = Shape.comparable(field, Shape.quoted(name));
        return field.unique()
                ? broken + count("select count(" + comparable + ") - count(distinct " + comparable + ") from " + table)
                : broken;
    }

    @Override
    public boolean keptDifferently(FieldPath path) {
        return connections.each(sql -> sql.sql(
                        "select exists (select 1 from cuenta.kept_column where table_name = ? and column_name = ?)")
                .params(Shape.table(path.profile()), Shape.column(path))
                .query(Boolean.class)
                .single());
    }

    /** Compared as PostgreSQL spells them, with precision and scale where they have any. */
    private boolean sameType(Field field, String column) {
        return connections.each(sql -> sql.sql("""
                        select exists (select 1 from pg_attribute
                        where attrelid = to_regclass(?) and attname = ? and replace(format_type(atttypid, atttypmod), ' ', '')
                            in (replace(?, ' ', ''), replace(format_type(?::regtype, null), ' ', '')))""")
                .params(Shape.qualified(field.path().profile()), column, Shape.type(field), Shape.type(field))
                .query(Boolean.class)
                .single());
    }

    private long count(String query, Object... parameters) {
        return connections.each(
                sql -> sql.sql(query).params(parameters).query(Long.class).single());
    }
}
