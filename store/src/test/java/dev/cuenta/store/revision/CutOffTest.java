package dev.cuenta.store.revision;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.core.model.Models;
import dev.cuenta.core.revision.Diff;
import dev.cuenta.store.database.DatabaseTest;
import dev.cuenta.store.database.TestDatabase;
import java.util.Random;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import org.springframework.jdbc.core.simple.JdbcClient;

/**
 * Every connection is cut at twenty random moments of a publish, as a killed service or a database that goes down would cut
 * them; taken up again, the publish ends, and every value is there once.
 */
class CutOffTest extends DatabaseTest {
    private static final int ACCOUNTS = 6000;
    private static final int CUTS = 20;

    private enum Publish {
        DEFAULT("", "theme: { type: choice, options: [day, night], default: day }", "theme = 'day'", ACCOUNTS),
        COMPUTED(
                "startedOn: { type: date }",
                "startedOn: { type: date }\n  endsOn: { type: date, existing: { from: 'plusYears(startedOn, 2)' } }",
                "ends_on = started_on + interval '2 years'",
                ACCOUNTS),
        RENAME(
                "berth: { type: string, search: true }",
                "place: { type: string, search: true, formerly: berth }",
                "place = 'B' || number",
                ACCOUNTS),
        TYPE("metres: { type: string }", "metres: { type: integer, min: 0 }", "metres = number % 60", ACCOUNTS),
        NARROW(
                "berth: { type: string }",
                "berth: { type: string, maxLength: 4 }",
                "berth = 'B' || number and kept_r2_berth = berth or berth is null and kept_r2_berth = 'B' || number and number > 999",
                ACCOUNTS),
        REQUIRED(
                "pier: { type: string }",
                "pier: { type: string, required: true, existing: North, write: [guest] }",
                "pier = case when number % 2 = 0 then 'South' else 'North' end",
                ACCOUNTS),
        UNIQUE(
                "berth: { type: string }",
                "berth: { type: string, uniqueness: server }",
                "berth = 'B' || number",
                ACCOUNTS),
        TENANT(
                "berth: { type: string }\ntenants: { membership: many, onSignUp: create, name: '{name}' }",
                "berth: { type: string, uniqueness: tenant }\ntenants: { membership: many, onSignUp: create, name: '{name}' }",
                "exists (select 1 from cuenta.account_berth_per_tenant t where t.account_id = id and t.form = 'b' || number)",
                ACCOUNTS),
        MOVE(
                "berth: { type: string, search: true }",
                "name2: { type: string }\nprofiles: { mooring: { fields: { berth: { type: string, search: true, formerly: berth } } } }",
                "exists (select 1 from accounts.profile_mooring m where m.account_id = id and m.berth = 'B' || number) and kept_r2_berth = 'B' || number",
                ACCOUNTS),
        IDS(
                "id: uuid7",
                "id: sequence",
                "id_2 > coalesce((select b.id_2 from accounts.account b where b.id < account.id order by b.id desc limit 1), 0)",
                ACCOUNTS),
        SECRET(
                "berth: { type: string }",
                "berth: { type: string, sensitivity: secret, read: [owner], write: [owner] }",
                // Version, key's id, nonce and tag around the value in quotation marks.
                "octet_length(berth) = 1 + 8 + 12 + 16 + length('B' || number) + 2 and kept_r2_berth = 'B' || number",
                ACCOUNTS),
        MEMBERSHIP(
                "pier: { type: string }\ntenants: { membership: many, onSignUp: create, name: '{name}' }",
                "pier: { type: string }\ntenants: { membership: one, onSignUp: create, name: '{name}' }",
                "exists (select 1 from cuenta.membership m where m.account_id = id)",
                ACCOUNTS),
        REMOVED("berth: { type: string, uniqueness: server }", "", "kept_r2_berth = 'B' || number", ACCOUNTS);

        private final String before;
        private final String after;
        private final String right;
        private final long count;

        Publish(String before, String after, String right, long count) {
            this.before = before;
            this.after = after;
            this.right = right;
            this.count = count;
        }
    }

    @ParameterizedTest
    @EnumSource(Publish.class)
    void what_is_cut_off_is_taken_up_again_and_nothing_is_lost_or_doubled(Publish publish) throws Exception {
        database.publish(model(publish.before));
        fill(publish.before);
        String next = model(publish.after);
        Diff diff = database.diff(next);
        database.publisher().begin(diff.liveRevision(), next, diff.changes(), "test", "");

        int cuts = carryOnThroughCuts(new Random(publish.ordinal()));

        assertThat(cuts).isGreaterThanOrEqualTo(CUTS);
        assertThat(database.latest().state()).isEqualTo(Revision.LIVE);
        assertThat(count("select count(*) from accounts.account")).isEqualTo(ACCOUNTS);
        assertThat(count("select count(*) from accounts.account where " + publish.right))
                .isEqualTo(publish.count);
        assertThat(new Verification(database.owner().connections()).differences(Models.of(next)))
                .isEmpty();
        assertThat(count("select count(*) from cuenta.column_name")).isZero();
    }

    private static String model(String part) {
        String number = "number: { type: integer }";
        int section = Math.max(part.indexOf("\nprofiles: "), part.indexOf("\ntenants: "));
        if (part.startsWith("id: ")) {
            return Models.smallWith(number) + part + "\n";
        }
        return section < 0
                ? Models.smallWith(number + "\n  " + part)
                : model(part.substring(0, section)) + part.substring(section + 1) + "\n";
    }

    private int carryOnThroughCuts(Random random) throws InterruptedException {
        AtomicInteger cuts = new AtomicInteger();
        AtomicBoolean done = new AtomicBoolean();
        Thread cutter = new Thread(() -> cut(random, cuts, done));
        cutter.start();
        while (!isDone() || cuts.get() < CUTS) {
            if (isDone()) {
                begunAgain();
            }
            try {
                database.publisher().carryOn();
            } catch (RuntimeException wasCutOff) {
                Thread.sleep(5);
            }
        }
        done.set(true);
        cutter.join();
        database.reconnect();
        return cuts.get();
    }

    private boolean isDone() {
        return database.latestSafely().filter(it -> it.step() == Step.DONE).isPresent();
    }

    /** It was quicker than the knife: every step can be repeated, so it is sent back to the first. */
    private void begunAgain() {
        try {
            database.sql()
                    .sql("update cuenta.revision set step = 'expand' where number = 2")
                    .update();
        } catch (RuntimeException wasCutOff) {
            // Next time.
        }
    }

    private void cut(Random random, AtomicInteger cuts, AtomicBoolean done) {
        try (TestDatabase.Outside outside = database.outside()) {
            JdbcClient sql = outside.sql();
            while (!done.get() && cuts.get() < CUTS) {
                Thread.sleep(5 + random.nextInt(60));
                int cut = sql.sql(
                                "select count(pg_terminate_backend(pid)) from pg_stat_activity where datname = ? and pid <> pg_backend_pid()")
                        .param(database.name())
                        .query(Integer.class)
                        .single();
                if (cut > 0) {
                    cuts.incrementAndGet();
                }
            }
        } catch (InterruptedException stopped) {
            Thread.currentThread().interrupt();
        }
    }

    private void fill(String fields) {
        String column = fields.isEmpty() || fields.startsWith("id: ")
                ? ""
                : fields.substring(0, fields.indexOf(':')).replace("startedOn", "started_on");
        String value = switch (column) {
            case "started_on" -> ", date '2024-01-01' + cast(i % 900 as integer)";
            case "berth" -> ", 'B' || i";
            case "metres" -> ", cast(i % 60 as text)";
            case "pier" -> ", case when i % 2 = 0 then 'South' end";
            default -> "";
        };
        database.sql()
                .sql("insert into accounts.account (id, kind, created_at, last_modified_at, version, email, number"
                        + (column.isEmpty() ? "" : ", " + column)
                        + ") select gen_random_uuid(), 'account', now(), now(), 1, 'a' || i || '@marea.example', i"
                        + value
                        + " from generate_series(1, ?) i")
                .param(ACCOUNTS)
                .update();
        database.sql().sql("""
                        with pier as (insert into cuenta.tenant (id, name) values (gen_random_uuid(), 'North pier') returning id)
                        insert into cuenta.membership (account_id, tenant_id) select a.id, pier.id from accounts.account a, pier""").update();
    }

    private long count(String query) {
        return database.sql().sql(query).query(Long.class).single();
    }
}
