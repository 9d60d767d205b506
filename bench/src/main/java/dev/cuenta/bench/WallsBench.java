package dev.cuenta.bench;

import com.zaxxer.hikari.HikariConfig;
import com.zaxxer.hikari.HikariDataSource;
import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.account.AccountQuery;
import dev.cuenta.core.account.Attributes;
import dev.cuenta.core.account.Condition;
import dev.cuenta.core.account.Scope;
import dev.cuenta.core.account.TenantId;
import dev.cuenta.core.file.ModelFile;
import dev.cuenta.core.revision.ModelDiff;
import dev.cuenta.store.account.Accounts;
import dev.cuenta.store.database.Connections;
import dev.cuenta.store.database.TableOwner;
import dev.cuenta.store.live.LiveRevisions;
import dev.cuenta.store.live.Revisions;
import dev.cuenta.store.live.Work;
import dev.cuenta.store.publish.Publisher;
import dev.cuenta.store.secret.SecretKeys;
import dev.cuenta.store.secret.Secrets;
import java.io.PrintStream;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.function.BiFunction;
import org.springframework.jdbc.core.simple.JdbcClient;

/**
 * What row-level security costs where people work within a tenant: reading by id, and a page of 25, with the policies and without, in
 * turns, so that a machine which is slower for a while is slower for both.
 */
public final class WallsBench {
    private static final PrintStream OUT = System.out;
    private static final int ROUNDS = 12;
    private static final List<String> TABLES = List.of(
            "accounts.account",
            "accounts.profile_mooring",
            "cuenta.membership",
            "cuenta.role_given",
            "cuenta.picture",
            "cuenta.activity");
    private static final String MODEL = """
            cuenta: 1
            name: bench
            access: { read: [owner, administrator], write: [owner, administrator] }
            fields:
              email: { type: email, required: true, uniqueness: server, signIn: true, write: [guest, owner] }
              name: { type: string, maxLength: 40 }
            profiles:
              mooring: { fields: { berth: { type: string, maxLength: 9 } } }
            roles: { boater: { number: 1, default: true }, administrator: { number: 9, may: ['*'] } }
            tenants: { membership: many }
            """;

    private final LiveRevisions live;
    private final JdbcClient owner;

    private WallsBench(LiveRevisions live, JdbcClient owner) {
        this.live = live;
        this.owner = owner;
    }

    /** Arguments: the database's port, and how many accounts. */
    public static void main(String[] arguments) {
        try (HikariDataSource owning = connect(arguments[0], "cuenta");
                HikariDataSource working = connect(arguments[0], "cuenta_service")) {
            TableOwner owner = new TableOwner(owning);
            owner.migrate();
            owner.letWork("cuenta_service");
            Revisions revisions = new Revisions(owner.connections());
            LiveRevisions live = new LiveRevisions(
                    working, new Connections(working), revisions, new Secrets(SecretKeys.NONE), InstantSource.system());
            Publisher publisher = new Publisher(owner.connections(), revisions, live);
            publisher.begin(
                    0,
                    MODEL,
                    ModelDiff.first(ModelFile.read("bench.yaml", MODEL).model().orElseThrow())
                            .changes(),
                    "bench",
                    "");
            publisher.carryOn();
            live.refresh();
            new WallsBench(live, JdbcClient.create(owning)).run(Long.parseLong(arguments[1]));
        }
    }

    private static HikariDataSource connect(String port, String user) {
        HikariConfig config = new HikariConfig();
        config.setJdbcUrl("jdbc:postgresql://127.0.0.1:" + port + "/bench");
        config.setUsername(user);
        config.setMaximumPoolSize(4);
        config.setConnectionInitSql(Connections.INITIALLY);
        return new HikariDataSource(config);
    }

    private void run(long accounts) {
        make(accounts);
        TenantId tenant = new TenantId(owner.sql("select id from cuenta.tenant order by name limit 1")
                .query(java.util.UUID.class)
                .single());
        List<AccountId> some = owner
                .sql(
                        "select cast(account_id as text) from cuenta.membership where tenant_id = ? order by random() limit 500")
                .param(tenant.value())
                .query(String.class)
                .list()
                .stream()
                .map(AccountId::new)
                .toList();
        OUT.println("| | everywhere | within a tenant, first wall | both walls |");
        OUT.println("|---|---|---|---|");
        measure(
                "read by id, ms",
                tenant,
                some,
                500,
                (work, id) -> new Accounts(work).find(id).orElseThrow());
        measure("a page of 25, ms", tenant, some, 20, WallsBench::page);
        measure("count of a tenant, ms", tenant, some, 3, WallsBench::count);
    }

    private void make(long accounts) {
        owner.sql(
                        "insert into cuenta.tenant (id, name, slug) values (gen_random_uuid(), 'North', 'north'), (gen_random_uuid(), 'South', 'south')")
                .update();
        owner.sql("""
                insert into accounts.account (id, kind, created_at, last_modified_at, version, email, name)
                select gen_random_uuid(), 'account', now() - n * interval '1 s', now(), 1, 'boater' || n || '@marea.example', 'Boater ' || n
                from generate_series(1, ?) n""").param(accounts).update();
        owner.sql("insert into accounts.profile_mooring (account_id, berth) select id, 'B07' from accounts.account")
                .update();
        owner.sql("insert into cuenta.role_given (account_id, role) select id, 1 from accounts.account")
                .update();
        owner.sql("""
                insert into cuenta.membership (account_id, tenant_id)
                select a.id, (select id from cuenta.tenant where slug = case when hashtext(a.email) % 2 = 0 then 'north' else 'south' end)
                from accounts.account a""").update();
        owner.sql("vacuum analyze").update();
    }

    private static Object page(Work work, AccountId any) {
        var id =
                Attributes.of(work.revision().model(), field -> true).find("id").orElseThrow();
        return new Accounts(work).page(new AccountQuery(null, id, false, 25, new AccountQuery.Position(null, any)));
    }

    /** With a filter that every account meets. */
    private static Object count(Work work, AccountId any) {
        var name = Attributes.of(work.revision().model(), field -> true)
                .find("name")
                .orElseThrow();
        return new Accounts(work).count(new Condition.Present(name));
    }

    private void measure(
            String what, TenantId tenant, List<AccountId> some, int times, BiFunction<Work, AccountId, Object> ask) {
        List<Double> everywhere = new ArrayList<>();
        List<Double> first = new ArrayList<>();
        List<Double> both = new ArrayList<>();
        for (int round = 0; round < ROUNDS; round++) {
            policies("enable");
            both.add(time(Scope.within(tenant), some, times, ask));
            policies("disable");
            first.add(time(Scope.within(tenant), some, times, ask));
            everywhere.add(time(Scope.EVERYWHERE, some, times, ask));
        }
        policies("enable");
        OUT.printf(
                "| %s | %.3f | %.3f | %.3f (%+.0f %%) |%n",
                what, median(everywhere), median(first), median(both), 100 * (median(both) / median(first) - 1));
    }

    private void policies(String does) {
        TABLES.forEach(table -> owner.sql("alter table " + table + " " + does + " row level security")
                .update());
    }

    private double time(Scope scope, List<AccountId> some, int times, BiFunction<Work, AccountId, Object> ask) {
        double[] millis = new double[times];
        for (int i = -times / 5 - 1; i < times; i++) {
            AccountId id = some.get(Math.floorMod(i, some.size()));
            long begun = System.nanoTime();
            live.with(revision -> revision.read(scope, work -> ask.apply(work, id)));
            if (i >= 0) {
                millis[i] = (System.nanoTime() - begun) / 1e6;
            }
        }
        return median(Arrays.stream(millis).boxed().toList());
    }

    private static double median(List<Double> values) {
        return values.stream().sorted().skip(values.size() / 2).findFirst().orElseThrow();
    }
}
