package dev.cuenta.store.schema;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.model.FieldPath;
import dev.cuenta.store.account.Accounts;
import dev.cuenta.store.account.NewAccount;
import dev.cuenta.store.database.DatabaseTest;
import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** The number that tells which of two answers about rights is the newer one, on real PostgreSQL. */
class RightsStampsTest extends DatabaseTest {
    private static final String MODEL = """
            cuenta: 1
            name: marea
            access: { read: [owner, administrator], write: [owner, administrator] }
            tenants: { membership: many }
            fields:
              email: { type: email, required: true, uniqueness: server, signIn: true }
            roles:
              boater:        { number: 1, may: [bookings.create] }
              clerk:         { number: 3, may: [accounts.read], within: tenant }
              administrator: { number: 9, may: ['*'] }
            """;
    private static final List<Integer> ROLES = List.of(1, 3, 9);
    private static final int STEPS = 250;
    private static final FieldPath EMAIL = FieldPath.parse("email");

    /**
     * What the account may do, and its number, as one statement sees them.
     *
     * @param rights what counts now, and where
     */
    private record Seen(String rights, long stamp) {}

    private List<String> accounts = List.of();
    private List<String> tenants = List.of();

    @BeforeEach
    void model() {
        publish(MODEL);
        accounts = List.of(account("signe").text(), account("noor").text());
        tenants = strings(
                "insert into cuenta.tenant (id, name, second_factor) select gen_random_uuid(), 'Harbour ' || n, false"
                        + " from generate_series(1, 3) n returning id::text");
    }

    @ParameterizedTest
    @ValueSource(longs = {7480, 51, 1066})
    void whenever_what_an_account_may_do_differs_its_number_is_higher_and_never_is_it_lower(long seed)
            throws InterruptedException {
        Random random = new Random(seed);
        Map<String, Seen> before = new HashMap<>();
        accounts.forEach(account -> before.put(account, seen(account)));
        int differences = 0;
        for (int i = 0; i < STEPS; i++) {
            String step = step(random);
            database.sql().sql(step).update();
            if (random.nextInt(5) == 0) {
                Thread.sleep(random.nextInt(10));
            }
            for (String account : accounts) {
                Seen now = seen(account);
                Seen earlier = before.put(account, now);
                assertThat(now.stamp()).as("after: " + step).isGreaterThanOrEqualTo(earlier.stamp());
                if (!now.rights().equals(earlier.rights())) {
                    assertThat(now.stamp()).as("after: " + step).isGreaterThan(earlier.stamp());
                    differences++;
                }
            }
        }
        assertThat(differences).isGreaterThan(STEPS / 4);
    }

    private String step(Random random) {
        String account = "'" + any(accounts, random) + "'";
        String tenant = "'" + any(tenants, random) + "'";
        String grant = " where account_id = " + account + " and role = " + any(ROLES, random);
        return switch (random.nextInt(11)) {
            case 0, 1, 2 -> {
                String place = random.nextBoolean() ? "null" : tenant;
                yield "insert into cuenta.role_given (account_id, role, tenant_id, starts_at, ends_at, waiting) select "
                        + account + ", " + any(ROLES, random) + ", " + place + ", " + around(random) + ", "
                        + around(random) + ", " + random.nextBoolean() + " where " + place
                        + " is null or exists (select from cuenta.membership where account_id = " + account
                        + " and tenant_id = " + place + ") on conflict do nothing";
            }
            case 3 -> "delete from cuenta.role_given" + grant;
            case 4 ->
                "update cuenta.role_given set starts_at = " + around(random) + ", ends_at = " + around(random) + grant;
            case 5 -> "update cuenta.role_given set waiting = not coalesce(waiting, false)" + grant;
            case 6, 7 ->
                "insert into cuenta.membership (account_id, tenant_id) values (" + account + ", " + tenant
                        + ") on conflict do nothing";
            case 8 -> {
                String there = " where account_id = " + account + " and tenant_id = " + tenant + ";";
                yield "delete from cuenta.role_given" + there + "delete from cuenta.membership" + there;
            }
            case 9 ->
                "update cuenta.tenant set suspended_at = case when suspended_at is null then now() end where id = "
                        + tenant;
            default -> "update cuenta.tenant set second_factor = not second_factor where id = " + tenant;
        };
    }

    private static <T> T any(List<T> of, Random random) {
        return of.get(random.nextInt(of.size()));
    }

    /** Soon, or a moment ago. */
    private static String around(Random random) {
        return random.nextInt(3) == 0 ? "null" : "now() + interval '" + (random.nextInt(600) - 200) + " ms'";
    }

    private Seen seen(String account) {
        return database.sql().sql("""
                select concat(
                    (select array_agg((r.role, r.tenant_id) order by 1) from cuenta.role_in_effect r where r.account_id = a.id),
                    (select array_agg((t.id, t.second_factor) order by 1) from cuenta.membership m join cuenta.tenant t on t.id = m.tenant_id
                     where m.account_id = a.id and t.suspended_at is null)) as rights,
                    cuenta.rights_stamp(a.id) as stamp
                from accounts.account a where a.id = cast(? as uuid)""").param(account).query(Seen.class).single();
    }

    @Test
    void who_comes_back_under_the_same_id_has_a_higher_number_than_before() {
        String signe = accounts.get(0);
        for (int i = 0; i < 20; i++) {
            database.sql()
                    .sql("insert into cuenta.role_given (account_id, role) values ('" + signe + "', 9)")
                    .update();
            database.sql().sql("delete from cuenta.role_given").update();
        }
        long before = seen(signe).stamp();
        String row = strings("delete from accounts.account a where id = '" + signe + "' returning email")
                .get(0);
        Instant now = Instant.now();
        write(work -> new Accounts(work)
                .insert(new NewAccount(
                        work.revision().model().defaultKind(), Map.of(EMAIL, row), now, now, new AccountId(signe))));

        assertThat(seen(signe).stamp()).isGreaterThan(before);
    }

    @Test
    void accounts_have_numbers_from_the_first_start_of_a_version_that_counts() {
        database.sql()
                .sql("drop function cuenta.role_taken() cascade; drop function cuenta.membership_taken() cascade;"
                        + " drop function cuenta.rights_stamp(uuid); drop function cuenta.rights_stamp(uuid, bigint, uuid[]);"
                        + " alter table accounts.account drop column rights_stamp_")
                .update();
        database.publisher().prepare();
        String signe = accounts.get(0);
        long before = seen(signe).stamp();
        database.sql()
                .sql("insert into cuenta.role_given (account_id, role) values ('" + signe + "', 9)")
                .update();

        assertThat(seen(signe).stamp()).isGreaterThan(before);
        assertThat(differences(MODEL)).isEmpty();
    }

    private AccountId account(String name) {
        return write(work -> new Accounts(work)
                .insert(new NewAccount(
                        work.revision().model().defaultKind(), Map.of(EMAIL, name + "@marea.example"), Instant.now())));
    }
}
