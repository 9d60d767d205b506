package dev.cuenta.store.publish;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatNoException;
import static org.assertj.core.api.Assertions.catchThrowableOfType;
import static org.assertj.core.api.Assertions.tuple;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.account.Scope;
import dev.cuenta.core.account.TenantId;
import dev.cuenta.core.model.FieldPath;
import dev.cuenta.core.model.Models;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import dev.cuenta.core.revision.Change;
import dev.cuenta.core.revision.Diff;
import dev.cuenta.store.account.Accounts;
import dev.cuenta.store.account.ChangeGuard;
import dev.cuenta.store.account.Controlled;
import dev.cuenta.store.account.NewAccount;
import dev.cuenta.store.account.Removal;
import dev.cuenta.store.database.DatabaseTest;
import dev.cuenta.store.live.Control;
import dev.cuenta.store.live.LiveRevisions;
import dev.cuenta.store.live.Revision;
import dev.cuenta.store.tenant.Memberships;
import dev.cuenta.store.tenant.Tenants;
import dev.cuenta.store.verify.Verification;
import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CyclicBarrier;
import java.util.concurrent.atomic.AtomicInteger;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Values that no two accounts of a tenant share, on real PostgreSQL. */
class TenantValuesTest extends DatabaseTest {
    private static final String BERTH = "berth: { type: string, uniqueness: tenant }";
    private static final String FREE = "berth: { type: string }";

    private TenantId north;
    private TenantId south;

    @ParameterizedTest
    @ValueSource(booleans = {true, false})
    void accounts_of_one_tenant_do_not_share_a_value_and_others_may(boolean fromTheFirst) {
        if (fromTheFirst) {
            publish(with(BERTH));
        } else {
            publish(with(FREE));
            publish(with(BERTH));
        }
        moorings();
        AccountId ines = account("ines", "B07", north);
        account("noor", "B07", south);
        account("rik", "B07", null);
        account("mila", "B07", null);
        AccountId bram = account("bram", "b08", north);
        account("luz", null, north);
        account("tomas", null, north);

        assertTaken(() -> account("late", "b07", north));
        assertTaken(() -> change(bram, "B07"));
        change(ines, "B09");
        change(bram, "B07");
        assertTaken(() -> change(ines, "b07"));
        assertTaken(() -> join(ines("noor"), north));
        assertThat(values()).containsExactly("b07", "b07", "b09");
        assertThat(differences(with(BERTH))).isEmpty();
    }

    @Test
    void who_leaves_or_goes_gives_the_value_away() {
        publish(with(BERTH));
        moorings();
        AccountId ines = account("ines", "B07", north);
        join(ines, south);
        database.sql()
                .sql("delete from cuenta.membership where tenant_id = ?")
                .param(north.value())
                .update();
        AccountId bram = account("bram", "B07", north);
        assertTaken(() -> join(bram, south));
        database.live()
                .with(revision -> revision.write(
                        Scope.EVERYWHERE, work -> new Removal(work).remove(List.of(Controlled.byCuenta(ines)))));
        join(bram, south);
        database.sql()
                .sql("delete from accounts.account where id = cast(? as uuid)")
                .param(bram.text())
                .update();

        assertThat(values()).isEmpty();
    }

    @Test
    void a_change_and_a_membership_at_the_same_moment_come_one_after_the_other() throws Exception {
        publish(with(BERTH));
        moorings();
        account("holder", "B07", north);
        for (int round = 0; round < 20; round++) {
            AccountId ines = account("ines" + round, "C" + round, null);
            AtomicInteger refused = new AtomicInteger();
            CyclicBarrier start = new CyclicBarrier(2);
            Thread changes = attempt(start, refused, () -> change(ines, "B07"));
            Thread joins = attempt(start, refused, () -> join(ines, north));
            changes.join();
            joins.join();

            assertThat(refused).as("one of both is refused").hasValue(1);
        }
        assertThat(values().stream().filter("b07"::equals)).hasSize(1);
    }

    /** As somebody at the database would do it, who does not lock the account as the service does. */
    @Test
    void who_becomes_a_member_waits_for_a_change_that_is_not_committed_yet() throws Exception {
        publish(with(BERTH));
        moorings();
        account("holder", "B07", north);
        AccountId ines = account("ines", "C1", null);
        AtomicInteger refused = new AtomicInteger();
        Thread joins = database.connections().together(sql -> {
            sql.sql("update accounts.account set berth = 'B07' where email = 'ines@marea.example'")
                    .update();
            Thread started = attempt(new CyclicBarrier(1), refused, () -> join(ines, north));
            untilBlocked(started);
            return started;
        });
        joins.join();

        assertThat(refused).hasValue(1);
    }

    private void untilBlocked(Thread thread) {
        while (thread.isAlive()
                && strings(
                                "select 'x' from pg_stat_activity where datname = current_database() and wait_event_type = 'Lock'")
                        .isEmpty()) {
            Thread.onSpinWait();
        }
    }

    @Test
    void of_many_that_want_a_value_at_once_one_gets_it() throws Exception {
        publish(with(BERTH));
        moorings();
        AtomicInteger refused = new AtomicInteger();
        CyclicBarrier start = new CyclicBarrier(6);
        Thread[] threads = new Thread[6];
        for (int i = 0; i < threads.length; i++) {
            String name = "sailor" + i;
            threads[i] = attempt(start, refused, () -> account(name, "B07", north));
        }
        for (Thread thread : threads) {
            thread.join();
        }

        assertThat(refused).hasValue(5);
        assertThat(values()).containsExactly("b07");
    }

    @Test
    void what_collides_is_counted_and_must_be_mended() {
        publish(with(FREE));
        moorings();
        AccountId ines = account("ines", "B07", north);
        account("noor", "b07", north);
        account("bram", "B07", south);
        Diff diff = database.diff(with(BERTH));

        Change change = diff.changes().get(0);
        assertThat(change.name()).isEqualTo("uniqueness-added:berth");
        assertThat(change.what()).isEqualTo("`berth` becomes unique within each tenant, whatever its capitals.");
        assertThat(change.records()).isEqualTo(2);
        assertThat(change.blocks()).isTrue();
        change(ines, "B09");
        assertThat(database.diff(with(BERTH)).blocking()).isEmpty();
    }

    /** With the names of the tables that are joined. */
    @Test
    void fields_of_a_profile_are_kept_apart_as_well() {
        String before = with("nickname: { type: string }")
                + "profiles: { mooring: { fields: { slug: { type: string }, since: { type: integer } } } }\n";
        String after = before.replace(
                "{ type: string }, since: { type: integer }",
                "{ type: string, uniqueness: tenant }, since: { type: integer, uniqueness: tenant }");
        publish(before);
        moorings();
        made(database.live(), "ines", Map.of("mooring.slug", "B07", "mooring.since", 7L), north);
        AccountId noor = made(database.live(), "noor", Map.of("mooring.slug", "b07", "mooring.since", 8L), north);
        assertThat(database.diff(after).changes())
                .extracting(Change::name, Change::records)
                .containsExactlyInAnyOrder(
                        tuple("uniqueness-added:mooring.slug", 2L), tuple("uniqueness-added:mooring.since", 0L));
        change(noor, "mooring.slug", "B08");
        publish(after);

        assertTaken(() -> change(noor, "mooring.slug", "B07"));
        assertTaken(() -> made(database.live(), "rik", Map.of("mooring.since", 8L), north));
        assertThat(differences(after)).isEmpty();
    }

    @Test
    void what_collides_while_it_is_published_stops_the_publish_and_can_be_mended() {
        publish(with(FREE));
        moorings();
        AccountId ines = account("ines", "B07", north);
        Diff diff = database.diff(with(BERTH));
        account("noor", "B07", north);
        database.publisher().begin(diff.liveRevision(), with(BERTH), diff.changes(), "test", "");

        catchThrowableOfType(RuntimeException.class, () -> database.publisher().carryOn());
        assertThat(database.latest().failure())
                .contains("2 records share a value of `berth`, which has to be unique within each tenant", ines.text());
        change(ines, "B09");
        database.revisions().control(database.latest().number(), Control.RUN);
        database.publisher().carryOn();
        assertThat(database.latest().state()).isEqualTo(Revision.LIVE);
        assertThat(values()).containsExactly("b07", "b09");
    }

    @Test
    void the_old_revision_goes_on_writing_and_is_kept_apart_too() throws Exception {
        publish(with(FREE));
        moorings();
        AccountId ines = account("ines", "B07", north);
        try (LiveRevisions old = database.anotherInstance()) {
            Thread publish = new Thread(() -> database.publish(with(BERTH)));
            publish.start();
            awaitStep("drain");
            made(old, "noor", "B08", north);
            Problem refused = catchThrowableOfType(Problem.class, () -> made(old, "bram", "b07", north));
            assertThat(refused.kind()).isEqualTo(ProblemKind.CONFLICT);
            change(ines, "B10");
            old.refresh();
            publish.join();
        }
        assertThat(values()).containsExactly("b08", "b10");
    }

    @Test
    void a_renamed_and_a_converted_field_are_kept_apart_by_what_they_are_then() {
        publish(with("number: { type: string, uniqueness: tenant }"));
        moorings();
        account("ines", "07", north);
        publish(with("place: { type: string, uniqueness: tenant, formerly: number }"));
        assertTaken(() -> account("noor", "07", north));
        account("bram", "8", north);
        publish(with("place: { type: integer, uniqueness: tenant }"));

        assertTaken(() -> account("noor", 7L, north));
        assertThat(strings("select form from cuenta.account_place_per_tenant order by 1"))
                .containsExactly("7", "8");
        assertThat(leftovers()).hasSize(1);
        assertThat(differences(with("place: { type: integer, uniqueness: tenant }")))
                .isEmpty();
    }

    @ParameterizedTest
    @ValueSource(strings = {FREE, "berth: { type: string, uniqueness: server }", "pier: { type: string }"})
    void what_is_kept_apart_no_more_leaves_nothing(String next) {
        publish(with(BERTH));
        moorings();
        account("ines", "B07", north);
        publish(with(next));

        assertThat(leftovers()).isEmpty();
        assertThatNoException().isThrownBy(() -> join(ines("ines"), south));
        assertThat(differences(with(next))).isEmpty();
    }

    @Test
    void a_cancelled_publish_leaves_nothing() {
        publish(with(FREE));
        moorings();
        account("ines", "B07", north);
        Diff diff = database.diff(with(BERTH));
        int number = database.publisher().begin(diff.liveRevision(), with(BERTH), diff.changes(), "test", "");
        account("noor", "B07", north);
        catchThrowableOfType(RuntimeException.class, () -> database.publisher().carryOn());
        database.revisions().control(number, Control.CANCEL);
        database.publisher().carryOn();

        assertThat(leftovers()).isEmpty();
        account("bram", "B07", north);
    }

    @Test
    void a_trigger_that_was_taken_away_is_told() {
        publish(with(BERTH));
        database.sql()
                .sql("alter table cuenta.membership disable trigger account_berth_per_tenant")
                .update();

        assertThat(differences(with(BERTH)))
                .extracting(Verification.Difference::thing)
                .containsExactly("uniqueness of berth");
    }

    private Thread attempt(CyclicBarrier start, AtomicInteger refused, Runnable work) {
        Thread thread = new Thread(() -> {
            try {
                start.await();
                work.run();
            } catch (Problem taken) {
                refused.incrementAndGet();
            } catch (Exception unexpected) {
                throw new AssertionError(unexpected);
            }
        });
        thread.start();
        return thread;
    }

    private static void assertTaken(Runnable work) {
        Problem problem = catchThrowableOfType(Problem.class, work::run);
        assertThat(problem.kind()).isEqualTo(ProblemKind.TAKEN);
        assertThat(problem.violations().get(0).detail()).contains("Another account of the tenant has this");
    }

    private static String with(String field) {
        return Models.smallWith(field) + "tenants: { membership: many, onSignUp: create, name: '{name}' }\n";
    }

    private void moorings() {
        north = tenant("North pier");
        south = tenant("South pier");
    }

    private TenantId tenant(String name) {
        return database.live()
                .with(revision -> revision.write(Scope.EVERYWHERE, work -> new Tenants(work).create(name)));
    }

    private void join(AccountId account, TenantId tenant) {
        database.live()
                .with(revision -> revision.write(Scope.EVERYWHERE, work -> {
                    new Memberships(work).join(account, tenant);
                    return account;
                }));
    }

    private AccountId ines(String name) {
        return database.live()
                .with(revision -> revision.read(
                        Scope.EVERYWHERE,
                        work -> new Accounts(work)
                                .bySignIn(name + "@marea.example")
                                .orElseThrow()));
    }

    private AccountId account(String name, @Nullable Object value, @Nullable TenantId tenant) {
        return made(database.live(), name, value, tenant);
    }

    /** An account with a value in the model's last own field. */
    private static AccountId made(
            LiveRevisions instance, String name, @Nullable Object value, @Nullable TenantId tenant) {
        Map<String, @Nullable Object> values = new HashMap<>();
        instance.with(revision -> {
            var fields = revision.model().ownFields();
            return values.put(fields.get(fields.size() - 1).path().toString(), value);
        });
        return made(instance, name, values, tenant);
    }

    private static AccountId made(
            LiveRevisions instance,
            String name,
            Map<String, ? extends @Nullable Object> given,
            @Nullable TenantId tenant) {
        return instance.with(revision -> revision.write(Scope.EVERYWHERE, work -> {
            Map<FieldPath, @Nullable Object> values = new HashMap<>();
            values.put(FieldPath.parse("email"), name + "@marea.example");
            given.forEach((path, value) -> values.put(FieldPath.parse(path), value));
            AccountId id = new Accounts(work)
                    .insert(new NewAccount(work.revision().model().defaultKind(), values, Instant.now()));
            if (tenant != null) {
                new Memberships(work).join(id, tenant);
            }
            return id;
        }));
    }

    private void change(AccountId id, String berth) {
        change(id, "berth", berth);
    }

    private void change(AccountId id, String field, String value) {
        database.live()
                .with(revision -> revision.write(Scope.EVERYWHERE, work -> {
                    Accounts accounts = new Accounts(work);
                    accounts.change(
                            accounts.findForChange(id, ChangeGuard.CUENTA).orElseThrow(),
                            Map.of(FieldPath.parse(field), value),
                            Instant.now());
                    return id;
                }));
    }

    private List<String> values() {
        return strings("select form from cuenta.account_berth_per_tenant order by 1");
    }

    /** Tables, functions and triggers that keep values apart. */
    private List<String> leftovers() {
        return strings("""
                select relname::text from pg_class where relname like '%per\\_tenant%' and relkind = 'r'
                union select regexp_replace(proname, '_(keep|value|member)$', '') from pg_proc where proname like '%per\\_tenant%'
                union select tgname::text from pg_trigger where tgname like '%per\\_tenant%'""");
    }
}
