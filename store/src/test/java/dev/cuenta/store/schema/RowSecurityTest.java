package dev.cuenta.store.schema;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.tuple;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.account.AccountQuery;
import dev.cuenta.core.account.AccountRecord;
import dev.cuenta.core.account.AccountRecord.GivenRole;
import dev.cuenta.core.account.Attributes;
import dev.cuenta.core.account.Scope;
import dev.cuenta.core.account.TenantId;
import dev.cuenta.core.activity.Action;
import dev.cuenta.core.activity.Origin;
import dev.cuenta.core.model.FieldPath;
import dev.cuenta.core.model.Models;
import dev.cuenta.core.role.GrantTerms;
import dev.cuenta.store.account.Accounts;
import dev.cuenta.store.account.Controlled;
import dev.cuenta.store.account.NewAccount;
import dev.cuenta.store.activity.Activity;
import dev.cuenta.store.database.DatabaseTest;
import dev.cuenta.store.live.Work;
import dev.cuenta.store.picture.Pictures;
import dev.cuenta.store.role.GivenRoles;
import dev.cuenta.store.role.Giver;
import dev.cuenta.store.tenant.Memberships;
import dev.cuenta.store.tenant.Memberships.Joining;
import dev.cuenta.store.tenant.Tenants;
import dev.cuenta.store.verify.Verification;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** The second wall stands alone: none of these statements is limited to a tenant by itself. */
class RowSecurityTest extends DatabaseTest {
    private static final String SOURCE = Models.SMALL
                    .replace(
                            "roles:\n",
                            "profiles:\n  mooring:\n    fields:\n      berth: { type: string, maxLength: 9 }\nroles:\n")
                    .replace(
                            "  administrator",
                            "  master: { number: 2, within: tenant, may: [accounts.read] }\n  administrator")
            + "tenants: { membership: many }\n";

    private TenantId north;
    private TenantId south;
    private AccountId noor;
    private AccountId sven;
    private AccountId ulla;

    @BeforeEach
    void two_tenants_and_somebody_of_both() {
        publish(SOURCE);
        in(Scope.EVERYWHERE, work -> {
            Tenants tenants = new Tenants(work);
            north = tenants.create("North");
            south = tenants.create("South");
            noor = account(work, "noor", north);
            sven = account(work, "sven", south);
            ulla = account(work, "ulla", north, south);
            return ulla;
        });
    }

    private AccountId account(Work work, String name, TenantId... tenants) {
        AccountId id = new Accounts(work)
                .insert(new NewAccount(
                        work.revision().model().defaultKind(),
                        Map.of(
                                FieldPath.parse("email"),
                                name + "@marea.example",
                                FieldPath.parse("name"),
                                name,
                                FieldPath.parse("mooring.berth"),
                                name),
                        Instant.now()));
        for (TenantId tenant : tenants) {
            new Memberships(work).join(id, tenant);
            new GivenRoles(work)
                    .give(
                            Controlled.byCuenta(id).within(tenant),
                            work.revision().model().roles().get("master"),
                            GrantTerms.PLAIN,
                            Giver.CUENTA);
            new Activity(work).add(Action.ACCOUNT_CHANGED, id, Origin.CUENTA, Map.of("tenant", tenant.toString()));
        }
        new Pictures(work)
                .add(
                        id,
                        FieldPath.parse("portrait"),
                        new Pictures.Picture(UUID.randomUUID(), "image/png", 1, 1, 1, Instant.now()));
        return id;
    }

    @Test
    void what_is_asked_without_a_limit_shows_members_and_what_of_theirs_counts_there() {
        List<AccountRecord> seen = limited(
                north,
                work -> new Accounts(work)
                        .page(new AccountQuery(
                                null,
                                Attributes.of(work.revision().model(), field -> true)
                                        .find("id")
                                        .orElseThrow(),
                                false,
                                100,
                                null)));

        assertThat(seen).extracting(AccountRecord::id).containsExactlyInAnyOrder(noor, ulla);
        assertThat(seen).flatExtracting(AccountRecord::roles).containsOnly(new GivenRole("master", north));
        assertThat(seen)
                .flatExtracting(AccountRecord::tenants)
                .allMatch(tenant -> tenant.toString().contains(north.toString()));
        assertThat((long) limited(north, work -> new Accounts(work).count(null)))
                .isEqualTo(2L);
        assertThat((Optional<?>) limited(north, work -> new Accounts(work).find(sven)))
                .isEmpty();
        assertThat((Optional<?>) limited(north, work -> new Accounts(work).bySignIn("sven@marea.example")))
                .isEmpty();
    }

    @Test
    void pictures_profiles_and_activity_of_others_are_not_there() {
        Map<String, Long> seen = limited(
                north,
                work -> count(
                        work,
                        List.of(
                                "accounts.account",
                                "accounts.profile_mooring",
                                "cuenta.membership",
                                "cuenta.role_given",
                                "cuenta.picture",
                                "cuenta.activity")));

        assertThat(seen)
                .isEqualTo(Map.of(
                        "accounts.account", 2L,
                        "accounts.profile_mooring", 2L,
                        "cuenta.membership", 2L,
                        "cuenta.role_given", 2L,
                        "cuenta.picture", 2L,
                        "cuenta.activity", 2L));
    }

    private static Map<String, Long> count(Work work, List<String> tables) {
        return tables.stream()
                .collect(Collectors.toMap(
                        Function.identity(),
                        table -> work.sql()
                                .sql("select count(*) from " + table)
                                .query(Long.class)
                                .single()));
    }

    @Test
    void nothing_of_others_is_changed_and_nobody_is_brought_into_another_tenant() {
        for (String statement : List.of(
                "update accounts.account set name = 'taken' where id = '" + sven + "'",
                "delete from accounts.account where id = '" + sven + "'",
                "update accounts.profile_mooring set berth = 'X' where account_id = '" + sven + "'",
                "delete from cuenta.membership where account_id = '" + sven + "'",
                "delete from cuenta.role_given where account_id = '" + ulla + "' and tenant_id = '" + south + "'",
                "delete from cuenta.picture where account_id = '" + sven + "'")) {
            assertThat((int) limited(north, work -> work.sql().sql(statement).update()))
                    .as(statement)
                    .isZero();
        }
        for (String statement : List.of(
                "insert into cuenta.membership (account_id, tenant_id) values ('" + noor + "', '" + south + "')",
                "insert into cuenta.role_given (account_id, role, tenant_id) values ('" + noor + "', 2, '" + south
                        + "')",
                "update cuenta.membership set tenant_id = '" + south + "' where account_id = '" + noor + "'")) {
            assertThatThrownBy(() ->
                            limited(north, work -> work.sql().sql(statement).update()))
                    .as(statement)
                    .hasStackTraceContaining("row-level security");
        }
    }

    @Test
    void a_tenant_is_counted_by_its_members() {
        assertThat((long) in(Scope.within(north), work -> new Accounts(work).count(null)))
                .isEqualTo(2);
    }

    @Test
    void without_a_scope_there_is_nothing() {
        assertThat((long) in(Scope.EVERYWHERE, work -> {
                    work.sql().sql("set local cuenta.scope = ''").update();
                    return new Accounts(work).count(null);
                }))
                .isZero();
    }

    @Test
    void a_question_about_all_that_an_account_is_leaves_the_limit_and_comes_back() {
        Set<Integer> seen = in(Scope.within(north), work -> {
            int here = new Accounts(work).find(ulla).orElseThrow().tenants().size();
            int everywhere = work.everywhere(
                    () -> new Accounts(work).find(ulla).orElseThrow().tenants().size());
            int again = new Accounts(work).find(ulla).orElseThrow().tenants().size();
            return Set.copyOf(List.of(here, everywhere * 10, again));
        });

        assertThat(seen).containsExactlyInAnyOrder(1, 20);
    }

    @Test
    void values_that_are_unique_within_each_tenant_are_kept_in_all_of_them() {
        publish(SOURCE.replace(
                "berth: { type: string, maxLength: 9 }", "berth: { type: string, maxLength: 9, uniqueness: tenant }"));
        in(
                Scope.within(north),
                work -> work.sql()
                        .sql("update accounts.profile_mooring set berth = 'C01' where account_id = '" + ulla + "'")
                        .update());

        assertThatThrownBy(() -> in(
                        Scope.within(south),
                        work -> work.sql()
                                .sql("update accounts.profile_mooring set berth = 'C01' where account_id = '" + sven
                                        + "'")
                                .update()))
                .hasStackTraceContaining("duplicate key");
    }

    @Test
    void an_installation_whose_policies_are_missing_gets_them_at_the_next_start_and_is_told_until_then() {
        database.sql().sql("drop policy cuenta_scope on cuenta.picture").update();
        database.sql()
                .sql("alter table accounts.account disable row level security")
                .update();

        assertThat(differences(SOURCE))
                .extracting(Verification.Difference::thing)
                .containsExactlyInAnyOrder(
                        "policy cuenta_scope on accounts.account", "policy cuenta_scope on cuenta.picture");
        database.publisher().prepare();
        assertThat(differences(SOURCE)).isEmpty();
    }

    @Test
    void accounts_say_to_which_tenants_they_belong_from_the_first_start_of_a_version_that_asks_them() {
        database.sql()
                .sql("drop function cuenta.tenants_of_account() cascade; drop policy cuenta_scope on accounts.account;"
                        + " alter table accounts.account drop column tenants_")
                .update();
        database.publisher().prepare();

        assertThat(differences(SOURCE)).isEmpty();
        assertThat((long) limited(north, work -> new Accounts(work).count(null)))
                .isEqualTo(2L);
        in(Scope.EVERYWHERE, work -> {
            new Memberships(work).leave(Controlled.byCuenta(ulla).within(north));
            new Memberships(work).join(sven, north);
            return work;
        });
        assertThat((Optional<?>) limited(north, work -> new Accounts(work).find(ulla)))
                .isEmpty();
        assertThat((Optional<?>) limited(north, work -> new Accounts(work).find(sven)))
                .isPresent();
        assertThat(differences(SOURCE)).isEmpty();
    }

    /** An earlier version's triggers went row by row. */
    @Test
    void triggers_of_an_earlier_version_give_way_and_what_many_join_is_written_once() {
        database.sql().sql("""
                        drop function cuenta.tenants_of_new_members() cascade;
                        drop function cuenta.account_modified_by_new() cascade;
                        create or replace trigger tenants_of_account after insert or delete on cuenta.membership
                            for each row execute function cuenta.tenants_of_account();
                        create or replace trigger account_modified after insert or update or delete on cuenta.membership
                            for each row execute function cuenta.account_modified()""").update();
        database.publisher().prepare();
        long before = version(sven);

        in(Scope.EVERYWHERE, work -> {
            TenantId east = new Tenants(work).create("East");
            new Memberships(work)
                    .joinAll(List.of(
                            new Joining(noor, east, Instant.now()),
                            new Joining(sven, east, Instant.now()),
                            new Joining(sven, north, Instant.now())));
            return east;
        });

        assertThat(version(sven)).isEqualTo(before + 1);
        assertThat(database.sql()
                        .sql(
                                "select tgname from pg_trigger where tgrelid = 'cuenta.membership'::regclass and not tgisinternal")
                        .query(String.class)
                        .list())
                .containsExactlyInAnyOrder(
                        "account_modified",
                        "account_modified_by_new",
                        "rights_given",
                        "rights_taken",
                        "tenants_of_account",
                        "tenants_of_new_members");
        assertThat((Optional<?>) limited(north, work -> new Accounts(work).find(sven)))
                .isPresent();
        assertThat(differences(SOURCE)).isEmpty();
    }

    private long version(AccountId account) {
        return in(Scope.EVERYWHERE, work -> new Accounts(work).find(account).orElseThrow())
                .version();
    }

    @Test
    void an_account_that_does_not_say_so_is_told() {
        database.sql()
                .sql("update accounts.account set tenants_ = '{}' where id = '" + noor + "'")
                .update();

        List<Verification.Difference> found = differences(SOURCE);
        assertThat(found)
                .extracting(Verification.Difference::thing, Verification.Difference::found)
                .containsExactly(tuple("account.tenants_", "something else for 1 account"));
        database.sql().sql(found.get(0).repair().replace(";", "")).query(row -> {});
        assertThat(differences(SOURCE)).isEmpty();
    }

    @Test
    void of_two_who_make_it_a_member_at_once_neither_forgets_the_other() throws InterruptedException {
        AccountId everybodys = in(Scope.EVERYWHERE, work -> account(work, "maya"));
        List<TenantId> tenants = in(
                Scope.EVERYWHERE,
                work -> IntStream.range(0, 12)
                        .mapToObj(number -> new Tenants(work).create("Pier " + number))
                        .toList());
        List<Thread> threads = tenants.stream()
                .map(tenant -> new Thread(() -> in(Scope.EVERYWHERE, work -> {
                    new Memberships(work).join(everybodys, tenant);
                    return work;
                })))
                .toList();
        threads.forEach(Thread::start);
        for (Thread thread : threads) {
            thread.join();
        }

        assertThat(strings("select cardinality(tenants_)::text from accounts.account where id = '" + everybodys + "'"))
                .containsExactly("12");
    }

    /** With the first wall taken out: the work believes that it reaches everything, and only PostgreSQL knows better. */
    private <T> T limited(TenantId tenant, Function<Work, T> use) {
        return in(Scope.EVERYWHERE, work -> {
            work.sql().sql("set local cuenta.scope = '" + tenant + "'").update();
            return use.apply(work);
        });
    }

    private <T> T in(Scope scope, Function<Work, T> use) {
        return database.live().with(revision -> revision.write(scope, use));
    }
}
