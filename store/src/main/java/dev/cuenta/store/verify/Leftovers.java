package dev.cuenta.store.verify;

import dev.cuenta.core.model.AccountModel;
import dev.cuenta.store.database.Connections;
import dev.cuenta.store.schema.Catalogue;
import dev.cuenta.store.schema.Layout;
import dev.cuenta.store.schema.RowSecurity;
import dev.cuenta.store.schema.Shape;
import dev.cuenta.store.statement.LockRetry;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.util.List;
import org.springframework.jdbc.core.simple.JdbcClient;

/** Columns that publishing kept aside, until somebody sweeps them. */
public final class Leftovers {
    /**
     * A column that was kept aside.
     *
     * @param column the field's column, with its table
     * @param keptAs what it is called now
     * @param revision that put it aside
     */
    public record Leftover(String table, String column, String keptAs, int revision, Instant keptAt, long values) {}

    private final Connections connections;

    public Leftovers(Connections connections) {
        this.connections = connections;
    }

    /** Oldest first. Counts values, so each is one reading of its table. */
    public List<Leftover> list() {
        return connections.each(sql -> sql
                .sql(
                        "select table_name, column_name, kept_as, revision, kept_at from cuenta.kept_column order by kept_at, kept_as")
                .query((row, index) -> new Leftover(
                        row.getString("table_name"),
                        row.getString("column_name"),
                        row.getString("kept_as"),
                        row.getInt("revision"),
                        row.getObject("kept_at", OffsetDateTime.class).toInstant(),
                        0))
                .list()
                .stream()
                .map(kept -> counted(
                        kept,
                        sql.sql("select count(" + Shape.quoted(kept.keptAs()) + ") from " + table(kept))
                                .query(Long.class)
                                .single()))
                .toList());
    }

    private static Leftover counted(Leftover kept, long values) {
        return new Leftover(kept.table(), kept.column(), kept.keptAs(), kept.revision(), kept.keptAt(), values);
    }

    private static String table(Leftover kept) {
        return Shape.SCHEMA + "." + Shape.quoted(kept.table());
    }

    /**
     * Drops for good what was put aside by revisions up to the given one, and with the last column the table of a profile that
     * the live model does not have.
     */
    public List<Leftover> sweep(int upToRevision, AccountModel live) {
        List<Leftover> swept =
                list().stream().filter(kept -> kept.revision() <= upToRevision).toList();
        for (Leftover kept : swept) {
            if (kept.keptAs().equals(Shape.SECOND_ID)) {
                letGoOfFormerIds(live);
            }
            LockRetry.with(() -> connections.together(sql -> {
                LockRetry.limit(sql);
                sql.sql("alter table " + table(kept) + " drop column if exists " + Shape.quoted(kept.keptAs()))
                        .update();
                if (isOfNoProfile(kept.table(), live) && isEmpty(kept, sql)) {
                    sql.sql("drop table " + table(kept)).update();
                }
                return sql.sql("delete from cuenta.kept_column where table_name = ? and kept_as = ?")
                        .params(kept.table(), kept.keptAs())
                        .update();
            }));
        }
        return swept;
    }

    /** Policies that find accounts by them go on without. */
    private void letGoOfFormerIds(AccountModel live) {
        connections.each(sql -> {
            Shape shape = new Shape(live, Layout.of(0, sql).settled().withoutSecondIds());
            new RowSecurity(shape)
                    .owed(new Catalogue(sql))
                    .forEach(statements -> LockRetry.together(statements, connections));
            return shape;
        });
    }

    private static boolean isOfNoProfile(String table, AccountModel live) {
        return !table.equals(Shape.ACCOUNT)
                && live.profiles().keySet().stream().map(Shape::table).noneMatch(table::equals);
    }

    /** Nothing is left but which accounts had the profile. */
    private static boolean isEmpty(Leftover kept, JdbcClient sql) {
        return sql.sql(
                        "select count(*) = 1 from pg_attribute where attrelid = cast(? as regclass) and attnum > 0 and not attisdropped")
                .param(table(kept))
                .query(Boolean.class)
                .single();
    }
}
