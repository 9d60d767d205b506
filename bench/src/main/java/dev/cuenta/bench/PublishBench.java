package dev.cuenta.bench;

import com.zaxxer.hikari.HikariConfig;
import com.zaxxer.hikari.HikariDataSource;
import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.file.ModelFile;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.revision.Diff;
import dev.cuenta.core.revision.ModelDiff;
import dev.cuenta.store.compare.CountedRecords;
import dev.cuenta.store.database.Connections;
import dev.cuenta.store.database.Migrations;
import dev.cuenta.store.live.LiveRevisions;
import dev.cuenta.store.live.Revision;
import dev.cuenta.store.live.Revisions;
import dev.cuenta.store.publish.Publisher;
import dev.cuenta.store.secret.SecretKeys;
import dev.cuenta.store.secret.Secrets;
import java.io.PrintStream;
import java.time.InstantSource;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicBoolean;
import org.springframework.jdbc.core.simple.JdbcClient;

/**
 * Publishes one change after another onto millions of accounts, while a prober reads and writes them through the same store,
 * and prints a table: how long each step took, the prober's longest wait in it, records a second.
 */
public final class PublishBench {
    private static final PrintStream OUT = System.out;
    private static final int BATCH = 2000;
    private static final String FIRST = """
            cuenta: 1
            name: bench
            access: { read: [owner, administrator], write: [owner, administrator] }
            fields:
              email: { type: email, required: true, uniqueness: server, signIn: true, write: [guest, owner] }
              name: { type: string, maxLength: 40 }
              metres: { type: string }
              berth: { type: string }
              startedOn: { type: date }
              years: { type: integer }
            roles: { administrator: { number: 9, may: ['*'] } }
            tenants: { membership: many, onSignUp: create, name: '{email}' }
            """;

    private final Connections connections;
    private final Revisions revisions;
    private final LiveRevisions live;
    private final Publisher publisher;
    private final JdbcClient sql;
    private String source = FIRST;

    private PublishBench(HikariDataSource dataSource) {
        this.connections = new Connections(dataSource);
        this.revisions = new Revisions(connections);
        this.live = new LiveRevisions(
                dataSource, connections, revisions, new Secrets(SecretKeys.NONE), InstantSource.system());
        this.publisher = new Publisher(connections, revisions, live);
        this.sql = JdbcClient.create(dataSource);
    }

    /** Arguments: the database's port, and how many accounts. */
    public static void main(String[] arguments) throws Exception {
        HikariConfig config = new HikariConfig();
        config.setJdbcUrl("jdbc:postgresql://127.0.0.1:" + arguments[0] + "/bench");
        config.setUsername("cuenta");
        config.setMaximumPoolSize(12);
        try (HikariDataSource dataSource = new HikariDataSource(config)) {
            Migrations.run(dataSource);
            new PublishBench(dataSource).run(Long.parseLong(arguments[1]));
        }
    }

    private void run(long accounts) throws Exception {
        publish(FIRST);
        make(accounts);
        join(accounts / 100);
        long plain = plainUpdate(accounts);
        OUT.printf("%nPlain batched UPDATE of one column: %,d records a second.%n%n", plain);
        OUT.println("| change | step | seconds | longest wait, ms | requests | failed | records a second |");
        OUT.println("|---|---|---|---|---|---|---|");
        List<AccountId> some = sql
                .sql("select cast(id as text) from accounts.account tablesample system (0.2) limit 5000")
                .query(String.class)
                .list()
                .stream()
                .map(AccountId::new)
                .toList();
        try (Prober prober = new Prober(live, some)) {
            Thread.sleep(3000);
            idle(prober);
            long beside = plainUpdate(accounts);
            Prober.Seen seen = prober.seen();
            OUT.printf(
                    "| a plain batched UPDATE | | %d | %d | %,d | %d | %,d |%n",
                    accounts / beside, seen.longestMillis(), seen.requests(), seen.failures(), beside);
            change(prober, "an optional field", with("newsletter: { type: string }"));
            change(
                    prober,
                    "a field with a default",
                    with("theme: { type: choice, options: [day, night], default: day }"));
            change(
                    prober,
                    "a computed backfill",
                    with("endsOn: { type: date, existing: { from: 'plusYears(startedOn, years)' } }"));
            change(
                    prober,
                    "a rename",
                    source.replace("berth: { type: string }", "place: { type: string, formerly: berth }"));
            change(
                    prober,
                    "text becomes integer",
                    source.replace("metres: { type: string }", "metres: { type: integer }"));
            change(
                    prober,
                    "optional becomes required",
                    source.replace(
                            "years: { type: integer }",
                            "years: { type: integer, required: true, existing: 1, write: [guest] }"));
            change(
                    prober,
                    "a unique field",
                    source.replace(
                            "place: { type: string, formerly: berth }", "place: { type: string, uniqueness: server }"));
            change(
                    prober,
                    "unique within tenants",
                    source.replace(
                            "place: { type: string, uniqueness: server }",
                            "place: { type: string, uniqueness: tenant }"));
            change(
                    prober,
                    "a field moves to a profile",
                    source.replace("  metres: { type: integer }\n", "")
                            + "profiles: { boat: { fields: { metres: { type: integer, formerly: metres } } } }\n");
            change(prober, "UUIDs become counting ids", source + "id: sequence\n");
        }
        live.close();
    }

    /** Everybody belongs to one of so many tenants. */
    private void join(long tenants) {
        sql.sql(
                        "insert into cuenta.tenant (id, name) select gen_random_uuid(), 'Pier ' || i from generate_series(1, ?) i")
                .param(tenants)
                .update();
        sql.sql("""
                insert into cuenta.membership (account_id, tenant_id)
                select a.id, t.id from (select id, row_number() over () as n from accounts.account) a
                join (select id, row_number() over () as n from cuenta.tenant) t on t.n = 1 + a.n % ?""").param(tenants).update();
        sql.sql("vacuum analyze cuenta.membership").update();
    }

    private static void idle(Prober prober) throws InterruptedException {
        prober.seen();
        Thread.sleep(10_000);
        Prober.Seen seen = prober.seen();
        OUT.printf("| nothing | | 10 | %d | %,d | %d | |%n", seen.longestMillis(), seen.requests(), seen.failures());
    }

    private String with(String field) {
        return source.replace("roles:", "  " + field + "\nroles:");
    }

    private void make(long accounts) {
        long begun = System.nanoTime();
        sql.sql("drop index accounts.account_email_unique").update();
        sql.sql("""
                insert into accounts.account (id, kind, created_at, last_modified_at, version, email, name, metres, berth, started_on, years)
                select cast(lpad(to_hex(1700000000000 + i), 12, '0') || '7' || substr(md5(cast(i as text)), 1, 3) || '8'
                           || substr(md5(cast(i as text)), 4, 15) as uuid),
                       'account', now(), now(), 1, 'boat' || i || '@post.example', 'Noor ' || i, cast(i % 60 as text), 'B' || i,
                       date '2020-01-01' + cast(i % 2000 as integer), case when i % 10 = 0 then null else i % 5 end
                from generate_series(1, ?) i""").param(accounts).update();
        sql.sql("create unique index account_email_unique on accounts.account (cuenta.normal_form(email))")
                .update();
        sql.sql("vacuum analyze accounts.account").update();
        OUT.printf("%,d accounts made in %d s.%n", accounts, (System.nanoTime() - begun) / 1_000_000_000);
    }

    /** What a careful person would write by hand, as the measure of the fills. */
    private long plainUpdate(long accounts) {
        sql.sql("alter table accounts.account add column scratch integer").update();
        long begun = System.nanoTime();
        String last = "00000000-0000-0000-0000-000000000000";
        while (last != null) {
            last = sql.sql("""
                            with batch as (select id from accounts.account where id > cast(? as uuid) order by id limit %d),
                            done as (update accounts.account set scratch = 7 where id in (select id from batch) returning 1)
                            select (select cast(id as text) from batch order by id desc limit 1), (select count(*) from done)""".formatted(BATCH))
                    .param(last)
                    .query((row, index) -> Optional.ofNullable(row.getString(1)))
                    .single()
                    .orElse(null);
        }
        long rate = accounts * 1_000_000_000L / (System.nanoTime() - begun);
        sql.sql("alter table accounts.account drop column scratch").update();
        sql.sql("vacuum accounts.account").update();
        return rate;
    }

    private void publish(String next) {
        Diff diff = diff(next);
        publisher.begin(diff.liveRevision(), next, diff.changes(), "bench", "");
        publisher.carryOn();
        source = next;
    }

    private Diff diff(String next) {
        AccountModel model = ModelFile.read("bench.yaml", next).model().orElseThrow();
        return revisions
                .live()
                .map(revision -> ModelDiff.between(
                        revision.number(),
                        revisions.modelOf(revision),
                        model,
                        new CountedRecords(
                                connections,
                                revisions.modelOf(revision),
                                model,
                                live.secrets(),
                                live.clock(),
                                rule -> Optional.empty())))
                .orElseGet(() -> ModelDiff.first(model));
    }

    private void change(Prober prober, String name, String next) throws InterruptedException {
        prober.seen();
        long begun = System.nanoTime();
        diff(next);
        print(name, "diff", begun, prober.seen(), 0);
        AtomicBoolean done = new AtomicBoolean();
        Thread publish = new Thread(() -> {
            try {
                publish(next);
            } finally {
                done.set(true);
            }
        });
        publish.start();
        long stepBegun = begun;
        String step = "";
        long rows = 0;
        while (!done.get()) {
            Revision latest = revisions.history().get(0);
            String now = latest.step().toString();
            if (!now.equals(step)) {
                if (!step.isEmpty() && !step.equals("done")) {
                    print(name, step, stepBegun, prober.seen(), rows);
                }
                step = now;
                rows = 0;
                stepBegun = System.nanoTime();
            }
            rows = Math.max(rows, latest.rowsDone());
            Thread.sleep(5);
        }
        publish.join();
        if (!step.equals("done")) {
            print(name, step, stepBegun, prober.seen(), rows);
        }
        sql.sql("vacuum accounts.account").update();
    }

    private static void print(String name, String step, long begun, Prober.Seen seen, long rows) {
        double seconds = (System.nanoTime() - begun) / 1e9;
        OUT.printf(
                "| %s | %s | %.2f | %d | %,d | %d | %s |%n",
                name,
                step,
                seconds,
                seen.longestMillis(),
                seen.requests(),
                seen.failures(),
                rows < 1000 ? "" : String.format("%,d", Math.round(rows / seconds)));
    }
}
