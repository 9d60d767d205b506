package dev.cuenta.bench;

import dev.cuenta.bench.byhand.ByHandService;
import java.io.IOException;
import java.io.InputStream;
import java.io.PrintStream;
import java.net.URI;
import java.net.URLEncoder;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpRequest.BodyPublishers;
import java.net.http.HttpResponse.BodyHandlers;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.util.Arrays;
import java.util.List;
import java.util.function.IntFunction;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.jdbc.datasource.DriverManagerDataSource;

/** The same questions, by a service's key, to Cuenta and to a service that was written by hand for these records; in turns. */
public final class ByHandBench {
    private static final PrintStream OUT = System.out;
    private static final int CONNECTIONS = 8;
    private static final int TURNS = 5;
    private static final int WARM_SECONDS = 90;
    private static final int SECONDS = 5;
    private static final int IDS = 1000;
    private static final Pattern KEY = Pattern.compile("\"token\":\"([^\"]+)\"");

    /** One of the two. */
    private record Side(URI url, String key, ProcessorTime itself) {
        Load.Request get(String path, @Nullable String tenant, String tenantHeader) {
            return new Load.Request("GET", path, key, tenant == null ? "" : tenantHeader + ": " + tenant, "");
        }
    }

    private record Turn(double perSecond, double serviceMicros, double databaseMicros) {}

    private final int accounts;
    private final String only;
    private final JdbcClient owner;
    private final String database;
    private final ProcessorTime postgres = ProcessorTime.ofPostgres();

    private ByHandBench(int accounts, String only, String database) {
        this.accounts = accounts;
        this.only = only;
        this.database = database;
        this.owner = client(database);
    }

    /** Arguments: the service's address, its process, how many accounts, and with what the name of the work begins, if not all is measured. */
    public static void main(String[] arguments) throws Exception {
        String installation =
                Files.readString(Path.of(System.getenv("CUENTA_KEY_FILE"))).strip();
        new ByHandBench(
                        Integer.parseInt(arguments[2]),
                        arguments.length > 3 ? arguments[3] : "",
                        System.getenv("CUENTA_DATABASE_URL"))
                .run(URI.create(arguments[0]), Long.parseLong(arguments[1]), installation);
    }

    private static JdbcClient client(String url) {
        return JdbcClient.create(new DriverManagerDataSource(url, System.getenv("CUENTA_DATABASE_OWNER_USER"), ""));
    }

    private void run(URI cuenta, long process, String installation) throws Exception {
        ManyAccounts.fill(owner, accounts);
        String byHandDatabase = database.replaceAll("/[^/]*$", "/byhand");
        owner.sql("drop database if exists byhand").update();
        owner.sql("create database byhand").update();
        String byHandKey = fillByHand(client(byHandDatabase));
        Process started = start(byHandDatabase);
        try {
            Side ours = new Side(cuenta, key(cuenta, "berths", installation), ProcessorTime.of(process));
            Side billing = new Side(cuenta, key(cuenta, "billing", installation), ProcessorTime.of(process));
            Side byHand = new Side(URI.create("http://127.0.0.1:17481"), byHandKey, ProcessorTime.of(started.pid()));
            await(byHand.url());
            rows(ours, billing, byHand);
        } finally {
            started.destroy();
        }
    }

    private void rows(Side ours, Side billing, Side byHand) throws Exception {
        String tenant = ManyAccounts.NORTH;
        List<String> ids = ids("true");
        List<String> northern = ids("tenants_ = array[cast('" + tenant + "' as uuid)]");
        OUT.printf(
                "%nWith %,d accounts, %d connections, medians of %d turns of %d s:%n%n| work | by hand | Cuenta | ratio | by hand: service, database | Cuenta: service, database |%n|---|---|---|---|---|---|%n",
                accounts, CONNECTIONS, TURNS, SECONDS);
        compare(
                "read by id",
                byHand,
                i -> byHand.get("/accounts/" + ids.get(i % IDS), null, ""),
                ours,
                i -> ours.get("/v1/accounts/" + ids.get(i % IDS), null, ""));
        compare(
                "read by id in a tenant",
                byHand,
                i -> byHand.get("/accounts/" + northern.get(i % IDS), tenant, "Tenant"),
                ours,
                i -> ours.get("/v1/accounts/" + northern.get(i % IDS), tenant, "Cuenta-Tenant"));
        compare(
                "find by email",
                byHand,
                i -> byHand.get("/accounts?email=" + encoded(email(i)), null, ""),
                billing,
                i -> billing.get("/v1/accounts?filter=" + encoded("email eq \"" + email(i) + "\""), null, ""));
        compare(
                "page of 25 in a tenant",
                byHand,
                i -> byHand.get("/accounts", tenant, "Tenant"),
                ours,
                i -> ours.get("/v1/accounts", tenant, "Cuenta-Tenant"));
        compare(
                "change one",
                byHand,
                i -> new Load.Request(
                        "PATCH",
                        "/accounts/" + ids.get(i % IDS),
                        byHand.key(),
                        "",
                        "{\"berth\": \"" + berth(i) + "\"}"),
                ours,
                i -> new Load.Request(
                        "PATCH",
                        "/v1/accounts/" + ids.get(i % IDS),
                        ours.key(),
                        "",
                        "{\"mooring\": {\"berth\": \"" + berth(i) + "\"}}"));
        compare(
                "check a permission, beside read by id",
                byHand,
                i -> byHand.get("/accounts/" + northern.get(i % IDS), null, ""),
                ours,
                i -> new Load.Request(
                        "POST",
                        "/v1/checks",
                        ours.key(),
                        "",
                        "{\"account\": \"" + northern.get(i % IDS)
                                + "\", \"permission\": \"berths.assign\", \"tenant\": \"" + tenant + "\"}"));
    }

    /** Of whoever has a berth. */
    private List<String> ids(String condition) {
        return owner.sql(
                        "select cast(id as text) from accounts.account where email like 'boater%' and kind = 'berthHolder' and "
                                + condition + " order by md5(email) limit " + IDS)
                .query(String.class)
                .list();
    }

    private String email(int i) {
        return "boater" + (1 + i * 37L % accounts) + "@marea.example";
    }

    private static String berth(int i) {
        return "B" + (10 + i / IDS % 90);
    }

    private static String encoded(String text) {
        return URLEncoder.encode(text, StandardCharsets.UTF_8);
    }

    private void compare(
            String work,
            Side byHand,
            IntFunction<Load.Request> byHandRequests,
            Side ours,
            IntFunction<Load.Request> ourRequests)
            throws Exception {
        if (!work.startsWith(only)) {
            return;
        }
        turn(byHand, byHandRequests, WARM_SECONDS);
        turn(ours, ourRequests, WARM_SECONDS);
        Turn[] theirs = new Turn[TURNS];
        Turn[] own = new Turn[TURNS];
        for (int i = 0; i < TURNS; i++) {
            theirs[i] = turn(byHand, byHandRequests, SECONDS);
            own[i] = turn(ours, ourRequests, SECONDS);
        }
        Turn by = median(theirs);
        Turn our = median(own);
        OUT.printf(
                "| %s | %,.0f/s | %,.0f/s | %.2f | %.2f ms, %.2f ms | %.2f ms, %.2f ms |%n",
                work,
                by.perSecond(),
                our.perSecond(),
                our.perSecond() / by.perSecond(),
                by.serviceMicros() / 1000,
                by.databaseMicros() / 1000,
                our.serviceMicros() / 1000,
                our.databaseMicros() / 1000);
    }

    private Turn turn(Side side, IntFunction<Load.Request> requests, int seconds) throws Exception {
        long service = side.itself().micros();
        long databases = postgres.micros();
        long answered = Load.of(side.url(), CONNECTIONS, seconds, requests);
        return new Turn(
                (double) answered / seconds,
                (double) (side.itself().micros() - service) / answered,
                (double) (postgres.micros() - databases) / answered);
    }

    private static Turn median(Turn... turns) {
        Arrays.sort(turns, (one, other) -> Double.compare(one.perSecond(), other.perSecond()));
        return turns[turns.length / 2];
    }

    private static String key(URI cuenta, String service, String installation)
            throws IOException, InterruptedException {
        String answer = HttpClient.newHttpClient()
                .send(
                        HttpRequest.newBuilder(cuenta.resolve("/v1/services/" + service + "/keys"))
                                .header("Authorization", "Bearer " + installation)
                                .header("Content-Type", "application/json")
                                .POST(BodyPublishers.ofString("{}"))
                                .build(),
                        BodyHandlers.ofString())
                .body();
        Matcher key = KEY.matcher(answer);
        if (!key.find()) {
            throw new IllegalStateException(answer);
        }
        return key.group(1);
    }

    private String fillByHand(JdbcClient byHand) throws Exception {
        try (InputStream schema = ByHandService.class.getResourceAsStream("/byhand/schema.sql")) {
            byHand.sql(new String(schema.readAllBytes(), StandardCharsets.UTF_8))
                    .update();
        }
        ManyAccounts.fillByHand(byHand, accounts);
        String key = "a key of the berths that nobody guesses";
        byHand.sql("insert into service_key values (?, 'berths', now() + interval '1 year')")
                .param(MessageDigest.getInstance("SHA-256").digest(key.getBytes(StandardCharsets.UTF_8)))
                .update();
        return key;
    }

    private static Process start(String database) throws IOException {
        ProcessBuilder builder = new ProcessBuilder(
                "java",
                "-Xmx512m",
                "-cp",
                System.getProperty("java.class.path"),
                ByHandService.class.getName(),
                "--server.port=17481",
                "--server.address=127.0.0.1",
                "--spring.config.location=optional:file:/none/",
                "--server.tomcat.max-keep-alive-requests=10000",
                "--logging.level.root=warn");
        builder.environment().put("BYHAND_DATABASE_URL", database);
        builder.environment().put("BYHAND_DATABASE_USER", System.getenv("CUENTA_DATABASE_OWNER_USER"));
        return builder.redirectErrorStream(true)
                .redirectOutput(Path.of("bench/target/byhand.log").toFile())
                .start();
    }

    private static void await(URI service) throws InterruptedException {
        for (int i = 0; i < 300; i++) {
            try {
                HttpClient.newHttpClient().send(HttpRequest.newBuilder(service).build(), BodyHandlers.discarding());
                return;
            } catch (IOException notYet) {
                Thread.sleep(100);
            }
        }
        throw new IllegalStateException("The service by hand did not start: bench/target/byhand.log");
    }
}
