package dev.cuenta.store.publish;

import static dev.cuenta.store.schema.Shape.quoted;

import dev.cuenta.core.model.Field;
import dev.cuenta.core.revision.Conversion;
import dev.cuenta.store.database.Connections;
import dev.cuenta.store.schema.ColumnValues;
import dev.cuenta.store.schema.Ddl;
import dev.cuenta.store.schema.Shape;
import dev.cuenta.store.secret.Secrets;
import dev.cuenta.store.shadow.Filling;
import dev.cuenta.store.shadow.Giving;
import dev.cuenta.store.shadow.ShadowColumn;
import dev.cuenta.store.shadow.Statements;
import dev.cuenta.store.statement.BriefStatement;
import dev.cuenta.store.statement.LockRetry;
import dev.cuenta.store.statement.OnlineStatement;
import dev.cuenta.store.statement.StatementFailed;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.springframework.dao.DataAccessException;
import org.springframework.jdbc.core.simple.JdbcClient;

/** Does what the steps say, on the connection that holds the publish's lock. */
final class LiveStatements implements Statements {
    private final int number;
    private final Shape shape;
    private final JdbcClient sql;
    private final Connections connections;
    private final Secrets secrets;
    private final Runnable control;
    private final JudgedBatch judged;

    /** @param control is asked between batches, and throws when somebody wants the publish to stop */
    LiveStatements(
            int number, Shape shape, JdbcClient sql, Connections connections, Secrets secrets, Runnable control) {
        this.secrets = secrets;
        this.number = number;
        this.shape = shape;
        this.sql = sql;
        this.connections = connections;
        this.control = control;
        this.judged = new JudgedBatch(shape, secrets);
    }

    @Override
    public void shortly(BriefStatement statement) {
        control.run();
        together(List.of(statement));
    }

    @Override
    public void online(OnlineStatement statement) {
        control.run();
        sql.sql("set lock_timeout = 0").update();
        StatementFailed.unless(statement.sql(), sql);
    }

    @Override
    public void together(List<BriefStatement> statements) {
        LockRetry.together(statements, connections);
    }

    @Override
    public boolean holdsEverywhere(String table, String condition) {
        return sql.sql("select not exists (select 1 from " + table + " where not (" + condition + "))")
                .query(Boolean.class)
                .single();
    }

    /** Each batch is committed before the next, so no lock is held for long and nothing is lost when the work is cut off. */
    @Override
    public void walk(String total, String statement) {
        sql.sql("set lock_timeout = 0").update();
        sql.sql("set cuenta.filling = 'on'").update();
        // What a crash of the server takes back is filled again; the end of the step is committed for good.
        sql.sql("set synchronous_commit = off").update();
        expect(total);
        batches((after, most) -> {
            try {
                return sql.sql(statement)
                        .params(after, most)
                        .query((row, index) -> new WalkedBatch(row.getString("last"), row.getLong("filled")))
                        .single();
            } catch (DataAccessException refusal) {
                throw new StatementFailed(statement, refusal);
            }
        });
        sql.sql("reset synchronous_commit").update();
    }

    private void expect(String total) {
        sql.sql("update cuenta.revision set rows_total = rows_done + (" + total + ") where number = ?")
                .param(number)
                .update();
    }

    private void progress(long done) {
        sql.sql("update cuenta.revision set rows_done = rows_done + ? where number = ?")
                .params(done, number)
                .update();
    }

    @Override
    public void convert(ShadowColumn shadow) {
        expect("select count(" + quoted(shadow.formerColumn()) + ") from " + shadow.table() + " where "
                + quoted(shadow.column()) + " is null");
        batches((after, most) -> connections.together(together -> convert(shadow, after, most, together)));
    }

    @Override
    public void fill(Filling filling) {
        expect("select count(*) from " + Shape.qualified(filling.field().path().profile()) + " where "
                + quoted(filling.column()) + " is null");
        batches((after, most) -> connections.together(together -> judged.fill(filling, after, most, together)));
    }

    @Override
    public void give(Giving giving) {
        expect("select count(*) from accounts.account a where a.kind = " + Shape.literal(giving.kind())
                + " and not exists (select from " + Shape.qualified(giving.profile())
                + " p where p.account_id = a.id)");
        batches((after, most) -> connections.together(together -> judged.give(giving, after, most, together)));
    }

    private interface Bite {
        WalkedBatch take(String after, int most);
    }

    private void batches(Bite bite) {
        Pace pace = new Pace();
        String last = shape.keyType().beforeAll();
        while (last != null) {
            control.run();
            long begun = System.nanoTime();
            WalkedBatch batch = bite.take(last, pace.size());
            pace.took(System.nanoTime() - begun);
            progress(batch.done());
            last = batch.last();
        }
    }

    private record Stored(
            String key, @Nullable Object value, @Nullable Object original) {}

    private WalkedBatch convert(ShadowColumn shadow, String after, int most, JdbcClient together) {
        String key = Ddl.keyOf(shadow.field());
        List<Stored> stored = together.sql(
                        "select cast(%1$s as text) as stored_key, %2$s, %7$s from %3$s where %1$s > cast(? as %4$s) and (%2$s is not null or %7$s is not null) and %5$s is null order by %1$s limit %6$d for update"
                                .formatted(
                                        key,
                                        quoted(shadow.formerColumn()),
                                        shadow.table(),
                                        shape.keyType().sql(),
                                        quoted(shadow.column()),
                                        most,
                                        shadow.originals()))
                .param(after)
                .query((row, index) -> new Stored(
                        row.getString(1), opened(shadow.formerField(), row, 2), opened(shadow.field(), row, 3)))
                .list();
        write(shadow, stored, key, together);
        return WalkedBatch.of(stored.stream().map(Stored::key).toList(), most);
    }

    private @Nullable Object opened(Field field, ResultSet row, int position) throws SQLException {
        return secrets.opened(field, row.getString(1), ColumnValues.get(row, position, Shape.stored(field)));
    }

    private String text(Field field, String key, Object value) {
        Object stored = field.secret() ? Objects.requireNonNull(secrets.seal(field, key, value)) : value;
        return ColumnValues.text(Shape.stored(field), stored);
    }

    private void write(ShadowColumn shadow, List<Stored> stored, String key, JdbcClient together) {
        List<String> keys = new ArrayList<>();
        List<String> values = new ArrayList<>();
        Object otherwise = shadow.field().forExisting().orElse(null);
        for (Stored each : stored) {
            Object value = Conversion.settle(each.value(), each.original(), shadow.formerField(), shadow.field())
                    .orElse(each.value() == null ? null : otherwise);
            if (value != null) {
                keys.add(each.key());
                values.add(text(shadow.field(), each.key(), value));
            }
        }
        together.sql("set local cuenta.filling = 'on'").update();
        together.sql("set local synchronous_commit = off").update();
        together.sql(
                        "update %1$s t set %2$s = cast(v.value as %3$s) from unnest(?::text[], ?::text[]) v (key, value) where t.%4$s = cast(v.key as %5$s)"
                                .formatted(
                                        shadow.table(),
                                        quoted(shadow.column()),
                                        shadow.type(),
                                        key,
                                        shape.keyType().sql()))
                .param(keys.toArray(String[]::new))
                .param(values.toArray(String[]::new))
                .update();
    }
}
