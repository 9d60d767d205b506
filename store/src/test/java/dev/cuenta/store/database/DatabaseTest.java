package dev.cuenta.store.database;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.account.Scope;
import dev.cuenta.core.model.FieldPath;
import dev.cuenta.core.model.Models;
import dev.cuenta.core.revision.Diff;
import dev.cuenta.core.testing.Await;
import dev.cuenta.store.account.Accounts;
import dev.cuenta.store.live.LiveRevisions;
import dev.cuenta.store.live.Work;
import dev.cuenta.store.verify.Verification;
import java.util.List;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;

/** Each test has a database of its own. */
public abstract class DatabaseTest {
    protected TestDatabase database;

    @BeforeEach
    void start() {
        database = new TestDatabase();
    }

    @AfterEach
    void stop() {
        database.close();
    }

    /** Publishes the file, and uses the columns under their own names from then on. */
    protected Diff publish(String source) {
        Diff diff = database.publish(source);
        database.live().refresh();
        return diff;
    }

    /** Begins to publish the file, and takes that back just before the swap. */
    protected void cancelled(String source) {
        Diff diff = database.diff(source);
        int number = database.publisher().begin(diff.liveRevision(), source, diff.changes(), "test", "");
        haltBefore("swap", "cancel");
        database.publisher().carryOn();
        goOn();
        assertThat(database.revisions().numbered(number).orElseThrow().state()).isEqualTo("cancelled");
    }

    /** Until the publish that goes on in another thread has come there. */
    protected void awaitStep(String step) {
        Await.until("the step " + step, () -> database.latest().step().toString(), step::equals);
    }

    /** Has somebody pause or cancel the publish at the moment in which the step would begin. */
    protected void haltBefore(String step, String control) {
        database.sql().sql("""
                create or replace function cuenta.halt() returns trigger language plpgsql as $$
                begin
                    if new.step = '%s' then new.control := '%s'; end if;
                    return new;
                end $$""".formatted(step, control)).update();
        database.sql()
                .sql(
                        "create trigger halt before insert or update of step on cuenta.revision for each row execute function cuenta.halt()")
                .update();
    }

    protected void goOn() {
        database.sql().sql("drop trigger halt on cuenta.revision").update();
    }

    /** Does the task in one transaction of the live revision, in all tenants. */
    protected <T> T write(Function<Work, T> task) {
        return database.live().with(revision -> revision.write(Scope.EVERYWHERE, task::apply));
    }

    /** What the field of the account holds now. */
    protected @Nullable Object value(AccountId id, String field) {
        return seen(database.live(), id, field);
    }

    /** The same as an instance of the service sees it. */
    protected static @Nullable Object seen(LiveRevisions instance, AccountId id, String field) {
        return instance.with(revision -> revision.read(
                Scope.EVERYWHERE,
                work -> new Accounts(work).find(id).orElseThrow().values().get(FieldPath.parse(field))));
    }

    protected List<Verification.Difference> differences(String source) {
        return new Verification(database.owner().connections()).differences(Models.of(source));
    }

    /** What a publish must not leave behind. */
    protected List<String> leftBehind() {
        return strings("""
                select 'name ' || physical from cuenta.column_name
                union all select 'trigger ' || tgname from pg_trigger t join pg_class c on c.oid = tgrelid
                    where not tgisinternal and relnamespace = 'accounts'::regnamespace
                union all select 'function ' || proname from pg_proc where pronamespace = 'accounts'::regnamespace
                union all select 'unproven ' || conname from pg_constraint where not convalidated""");
    }

    /** Columns, rules, indexes and triggers of the accounts. */
    protected List<String> shape() {
        return strings("""
                select c.relname || '.' || attname || ' ' || format_type(atttypid, atttypmod) || ' ' || attnotnull
                from pg_attribute a join pg_class c on c.oid = a.attrelid
                where relnamespace = 'accounts'::regnamespace and attnum > 0 and not attisdropped
                union all select conname || pg_get_constraintdef(oid) from pg_constraint where connamespace = 'accounts'::regnamespace
                union all select tgname::text from pg_trigger where not tgisinternal
                order by 1""");
    }

    protected List<String> strings(String query) {
        return database.sql().sql(query).query(String.class).list();
    }
}
