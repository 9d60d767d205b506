package dev.cuenta.store.revision;

import dev.cuenta.core.model.Field;
import dev.cuenta.store.database.Connections;
import java.sql.SQLException;
import java.time.Duration;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.dao.DataAccessException;
import org.springframework.jdbc.core.simple.JdbcClient;

/** The work of each step of one publish. */
final class Steps {
    private static final Logger LOG = LoggerFactory.getLogger(Steps.class);
    private static final int BATCH = 1000;
    private static final int LOCK_ATTEMPTS = 30;
    private static final String LOCK_NOT_AVAILABLE = "55P03";
    private static final Duration DRAIN_POLL = Duration.ofMillis(100);

    private final Plan plan;
    private final int number;
    private final JdbcClient sql;
    private final Connections connections;
    private final LiveRevisions live;
    private final Ddl ddl;
    private final KeptColumns kept;

    Steps(Plan plan, int number, JdbcClient sql, Connections connections, LiveRevisions live) {
        this.plan = plan;
        this.number = number;
        this.sql = sql;
        this.connections = connections;
        this.live = live;
        this.ddl = new Ddl(plan.next());
        this.kept = new KeptColumns(connections);
    }

    void run(Step step) {
        switch (step) {
            case EXPAND -> expand();
            case FILL -> fill();
            case PROVE -> prove();
            case SWAP -> swap();
            case DRAIN -> drain();
            case CONTRACT -> contract();
            case DONE -> {}
        }
    }

    /** Makes room for the new revision beside the old one; everything that the old one does goes on working. */
    private void expand() {
        if (plan.base() == null) {
            ddl.firstTables().forEach(this::shortly);
        }
        plan.newProfiles().forEach(profile -> shortly(ddl.profileTable(profile)));
        for (Field field : plan.newFields()) {
            if (kept.restore(field)) {
                // The old revision inserts without the column; what it makes gets what existing records get.
                field.forExisting().ifPresent(value -> shortly(Ddl.setDefault(field, value)));
            } else {
                shortly(Ddl.addColumn(field));
            }
            Ddl.replaceChecks(field).ifPresent(this::shortly);
        }
        plan.changedChecks().forEach(field -> Ddl.replaceChecks(field).ifPresent(this::shortly));
        // The new revision inserts without these.
        plan.removedFields().stream()
                .filter(Field::required)
                .filter(kept::stillThere)
                .forEach(field -> shortly(Ddl.alterColumn(field, "drop not null")));
    }

    private void fill() {
        for (Field field : plan.newFields()) {
            if (field.required() && field.forExisting().isPresent() && isNullable(field)) {
                inBatches(ddl.fillColumn(field, BATCH));
            }
        }
        fillProfiles();
    }

    private void fillProfiles() {
        for (Plan.Given given : plan.givenProfiles()) {
            String missing = "select count(*) from accounts.account a where a.kind = ? and not exists (select 1 from "
                    + Shape.qualified(given.profile()) + " p where p.account_id = a.id)";
            long left = sql.sql(missing).param(given.kind()).query(Long.class).single();
            sql.sql("update cuenta.revision set rows_total = rows_done + ? where number = ?")
                    .params(left, number)
                    .update();
            inBatches(ddl.fillProfile(given.profile(), given.kind(), BATCH));
        }
    }

    private record Batch(@Nullable String last, long filled) {}

    /** Each batch is committed before the next, so no lock is held for long and nothing is lost when the work is cut off. */
    private void inBatches(String statement) {
        Batch batch = new Batch(ddl.beforeAll(), 0);
        while (batch.last() != null) {
            batch = sql.sql(statement)
                    .param(batch.last())
                    .query((row, index) -> new Batch(row.getString("last"), row.getLong("filled")))
                    .single();
            sql.sql("update cuenta.revision set rows_done = rows_done + ? where number = ?")
                    .params(batch.filled(), number)
                    .update();
        }
    }

    /** Holds the records against the new rules, without a lock that blocks readers or writers. */
    private void prove() {
        plan.next().fields().values().stream().filter(Field::unique).forEach(this::proveUnique);
        sql.sql("""
                select format('alter table %s validate constraint %I', conrelid::regclass, conname)
                from pg_constraint where connamespace = 'accounts'::regnamespace and not convalidated
                and pg_get_constraintdef(oid) not like '%IS NOT NULL%'""").query(String.class).list().forEach(this::shortly);
        plan.newFields().stream()
                .filter(field -> field.required() && field.forExisting().isPresent())
                .filter(this::isNullable)
                .forEach(this::proveRequired);
    }

    /** An index that was cut off while it was built is there but invalid. */
    private void proveUnique(Field field) {
        String name = Shape.uniqueIndex(field);
        boolean broken = sql.sql(
                        "select exists (select 1 from pg_index where indexrelid = to_regclass(?) and not indisvalid)")
                .param("accounts." + Shape.quoted(name))
                .query(Boolean.class)
                .single();
        if (broken) {
            shortly("drop index concurrently if exists accounts." + Shape.quoted(name));
        }
        shortly(Ddl.uniqueIndex(field));
    }

    /**
     * SET NOT NULL alone would scan the table under a lock; with a proven check it does not. A record that the old revision
     * made in between may have no value: then the check stays as it is, and holds for every record from now on.
     */
    private void proveRequired(Field field) {
        String check = Shape.quoted(Shape.constraint(field, "required"));
        String column = Shape.quoted(Shape.column(field));
        String table = Shape.qualified(field.path().profile());
        shortly("alter table " + table + " drop constraint if exists " + check);
        shortly("alter table " + table + " add constraint " + check + " check (" + column + " is not null) not valid");
        long without = sql.sql("select count(*) from " + table + " where " + column + " is null")
                .query(Long.class)
                .single();
        if (without > 0) {
            LOG.warn("{} records made while the required field {} arrived have no value of it", without, field.path());
            return;
        }
        shortly("alter table " + table + " validate constraint " + check);
        shortly(Ddl.alterColumn(field, "set not null"));
        shortly("alter table " + table + " drop constraint " + check);
    }

    private boolean isNullable(Field field) {
        return sql.sql("select not attnotnull from pg_attribute where attrelid = to_regclass(?) and attname = ?")
                .params(Shape.qualified(field.path().profile()), Shape.column(field))
                .query(Boolean.class)
                .single();
    }

    private void swap() {
        connections.together(together -> {
            together.sql("update cuenta.revision set state = 'past' where state = 'live' and number <> ?")
                    .param(number)
                    .update();
            return together.sql(
                            "update cuenta.revision set state = 'live', published_at = coalesce(published_at, now()) where number = ?")
                    .param(number)
                    .update();
        });
    }

    /** Waits until no running instance uses an older revision. One that has not been seen for a while is not running. */
    private void drain() {
        live.refresh();
        while (olderInstances() > 0) {
            pause(DRAIN_POLL);
            live.refresh();
        }
    }

    private long olderInstances() {
        return sql.sql("select count(*) from cuenta.instance where revision < ? and seen_at > now() - interval '5 s'")
                .param(number)
                .query(Long.class)
                .single();
    }

    /** Tidies what only the old revision needed. */
    private void contract() {
        fillProfiles(); // for accounts that instances on the old revision made after the first fill
        plan.removedFields().forEach(field -> kept.keep(field, number));
        plan.newFields().forEach(field -> shortly(Ddl.setDefault(field, field.defaultValue())));
        // Only now, for the old revision could not have given a value.
        plan.newFields().stream()
                .filter(Field::required)
                .filter(this::isNullable)
                .forEach(this::proveRequired);
        plan.next().fields().values().stream()
                .filter(this::describedAnew)
                .forEach(field -> shortly(Ddl.comment(field)));
        plan.next().fields().values().stream()
                .filter(this::defaultChanges)
                .forEach(field -> shortly(Ddl.setDefault(field, field.defaultValue())));
    }

    private @Nullable Field before(Field field) {
        return plan.base() == null ? null : plan.base().field(field.path()).orElse(null);
    }

    private boolean describedAnew(Field field) {
        Field before = before(field);
        return before == null
                || !before.label().equals(field.label())
                || !before.description().equals(field.description());
    }

    private boolean defaultChanges(Field field) {
        Field before = before(field);
        return before != null && !Objects.equals(before.defaultValue(), field.defaultValue());
    }

    /** Waits for its lock only briefly, so that those who queue behind it are not held up; then tries again. */
    private void shortly(String statement) {
        sql.sql("set lock_timeout = '1s'").update();
        for (int attempt = 1; ; attempt++) {
            try {
                sql.sql(statement).update();
                return;
            } catch (DataAccessException failure) {
                boolean lockWasBusy = failure.getMostSpecificCause() instanceof SQLException cause
                        && LOCK_NOT_AVAILABLE.equals(cause.getSQLState());
                if (!lockWasBusy || attempt == LOCK_ATTEMPTS) {
                    throw failure;
                }
                pause(Duration.ofMillis(200));
            }
        }
    }

    private static void pause(Duration duration) {
        try {
            Thread.sleep(duration.toMillis());
        } catch (InterruptedException stopping) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException("Interrupted; the publish goes on at the next start", stopping);
        }
    }
}
