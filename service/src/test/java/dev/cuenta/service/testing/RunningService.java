package dev.cuenta.service.testing;

import com.nimbusds.jose.jwk.RSAKey;
import com.sun.net.httpserver.HttpServer;
import dev.cuenta.core.account.Scope;
import dev.cuenta.core.model.Models;
import dev.cuenta.core.testing.Await;
import dev.cuenta.service.caller.Tokens;
import dev.cuenta.store.database.Cluster;
import dev.cuenta.store.database.Questions;
import dev.cuenta.store.live.LiveRevisions;
import dev.cuenta.store.token.SigningKeys;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.text.ParseException;
import java.time.Duration;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.Queue;
import java.util.function.UnaryOperator;
import java.util.stream.Stream;
import javax.sql.DataSource;
import org.snakeyaml.engine.v2.api.Load;
import org.snakeyaml.engine.v2.api.LoadSettings;
import tools.jackson.databind.JsonNode;

/** A running service with a database of its own. */
public class RunningService implements AutoCloseable {
    public static final String OPERATOR = "operator@marea.example";

    /** The operator's. */
    public static final String OPERATOR_PASSWORD = "six green oars";

    /** Of whoever signs up here. */
    public static final String PASSWORD = "nine brown rudders";

    private static final Path FOLDERS = Path.of(System.getProperty("cuenta.target", "target"))
            .toAbsolutePath()
            .resolve("installations");

    private final Cluster cluster;
    private final String database;
    private final Path shared;
    private final Path folder;
    private final ServiceProgram program;
    private final boolean ownsDatabase;
    private final Questions asOwner;
    private final Questions asService;
    private final Map<String, String> more;
    private final int port = Ports.free();
    private final int mailPort = Ports.free();
    private final int textPort = Ports.free();

    /** With a copy of a database, and of the key files that go with it. */
    protected RunningService(Cluster cluster, Origin origin, ServiceProgram program) {
        this(cluster, origin, program, Map.of());
    }

    private RunningService(Cluster cluster, Origin origin, ServiceProgram program, Map<String, String> more) {
        this.cluster = cluster;
        this.program = program;
        this.more = more;
        database = Cluster.name();
        shared = FOLDERS.resolve(database);
        folder = shared;
        ownsDatabase = true;
        asOwner = cluster.questions(database, Cluster.OWNER);
        asService = cluster.questions(database, Cluster.SERVICE);
        cluster.create(database, origin.database());
        origin.keyFiles().forEach(file -> copy(file, shared));
        start();
    }

    /** On another's database, with an installation key of its own. */
    protected RunningService(RunningService first, ServiceProgram program) {
        this.cluster = first.cluster;
        this.more = first.more;
        this.program = program;
        database = first.database;
        asOwner = cluster.questions(database, Cluster.OWNER);
        asService = cluster.questions(database, Cluster.SERVICE);
        shared = first.shared;
        folder = shared.resolve("second");
        ownsDatabase = false;
        start();
    }

    /** Nothing published yet. */
    public static RunningService empty() {
        return new RunningService(Cluster.shared(), Origin.nothing(), new ServiceInProcess());
    }

    /** Nothing published yet, and something of the test's between it and its database. */
    public static RunningService empty(UnaryOperator<DataSource> between) {
        return new RunningService(Cluster.shared(), Origin.nothing(), new ServiceInProcess(between));
    }

    /** With the demo's model, seed and operator. */
    public static RunningService marea() {
        return new RunningService(Cluster.shared(), Origin.marea(), new ServiceInProcess());
    }

    /** The same with settings of its own, by their names in the environment. */
    public static RunningService marea(Map<String, String> settings) {
        return new RunningService(Cluster.shared(), Origin.marea(), new ServiceInProcess(), settings);
    }

    /** A second service on the same database. */
    public RunningService second() {
        return new RunningService(this, new ServiceInProcess());
    }

    /** A database that others begin as, and the files with the keys that its secrets and hashes need. */
    protected record Origin(String database, List<Path> keyFiles) {
        public static Origin nothing() {
            return new Origin(Cluster.migrated(), List.of());
        }

        /** Not even the fixed tables; on whichever cluster. */
        public static Origin noTables() {
            return new Origin("template1", List.of());
        }

        /** A database that is there, and the files that go with it. */
        public static Origin of(String database, List<Path> keyFiles) {
            return new Origin(database, keyFiles);
        }

        /** Made by the first who asks: copying it takes a twentieth of the time. */
        public static Origin marea() {
            return Marea.ORIGIN;
        }

        /** With the demo's file as it is: whoever compares with it finds no difference, and waits longer for each password. */
        public static Origin mareaToTheLetter() {
            return MareaToTheLetter.ORIGIN;
        }

        private static final class MareaToTheLetter {
            private static final Origin ORIGIN = Marea.make(Models.source("account-model.yaml"));
        }

        private static final class Marea {
            private static final Origin ORIGIN = make(Models.quicklyHashed(Models.source("account-model.yaml")));

            private static Origin make(String source) {
                RunningService first = empty();
                first.publishToTheLetter(source);
                first.keyHolder()
                        .post(
                                "/v1/seeds",
                                new Load(LoadSettings.builder().build()).loadFromString(Models.source("seed.yaml")))
                        .status(200);
                first.keyHolder()
                        .post(
                                "/v1/first-administrator",
                                Map.of(
                                        "kind",
                                        "contractor",
                                        "email",
                                        OPERATOR,
                                        "password",
                                        OPERATOR_PASSWORD,
                                        "person",
                                        Map.of("givenName", "Olga", "familyName", "Paz")))
                        .status(201);
                first.giveSigningKey();
                first.stop();
                first.asOwner.close();
                first.cluster.keepForCopies(first.database);
                return new Origin(first.database, first.keyFiles());
            }
        }
    }

    private static void copy(Path file, Path folder) {
        try {
            Files.createDirectories(folder);
            if (Files.exists(file)) {
                Files.copy(file, folder.resolve(file.getFileName()), StandardCopyOption.COPY_ATTRIBUTES);
            }
        } catch (IOException failure) {
            throw new UncheckedIOException(failure);
        }
    }

    /** Also again, after it was stopped. */
    public final void start() {
        try {
            Files.createDirectories(folder);
        } catch (IOException failure) {
            throw new UncheckedIOException(failure);
        }
        program.start(settings());
    }

    public final void stop() {
        program.stop();
    }

    protected final Map<String, String> settings() {
        Map<String, String> settings = new HashMap<>();
        settings.put("CUENTA_PORT", String.valueOf(port));
        settings.put("CUENTA_PUBLIC_URL", url().toString());
        settings.put("CUENTA_DOMAIN", "marea.example");
        settings.put("CUENTA_SIGN_UPS_PER_ADDRESS", "100000");
        settings.put("CUENTA_LONGEST_SEARCH", "1500ms"); // before a lock is given up
        settings.put("CUENTA_DATABASE_URL", jdbc());
        settings.put("CUENTA_DATABASE_USER", Cluster.SERVICE);
        settings.put("CUENTA_DATABASE_OWNER_USER", Cluster.OWNER);
        settings.put("CUENTA_KEY_FILE", keyFile().toString());
        settings.put("CUENTA_SECRET_KEY_FILE", secretKeys().toString());
        settings.put("CUENTA_PEPPER_FILE", peppers().toString());
        settings.put("CUENTA_MAIL_SERVER", "smtp://127.0.0.1:" + mailPort);
        settings.put("CUENTA_MAIL_FROM", "accounts@marea.example");
        settings.put("CUENTA_TEXT_MESSAGES_URL", "http://127.0.0.1:" + textPort + "/texts");
        settings.putAll(more);
        return settings;
    }

    public final URI url() {
        return URI.create("http://127.0.0.1:" + port);
    }

    /** Its own, for files of the tests as well. */
    protected final Path folder() {
        return folder;
    }

    protected final Path keyFile() {
        return folder.resolve("installation-key");
    }

    /** The installation key. */
    public final String key() {
        return read(keyFile()).strip();
    }

    /** The file that all instances on the database share. */
    public final Path secretKeys() {
        return shared.resolve("secret-keys");
    }

    /** All of them, as far as they are there. */
    public final List<Path> keyFiles() {
        return Stream.of(keyFile(), secretKeys(), peppers(), activityKeys())
                .filter(Files::exists)
                .toList();
    }

    private Path activityKeys() {
        return shared.resolve("activity-keys");
    }

    private Path peppers() {
        return shared.resolve("peppers");
    }

    /** For one more service. */
    protected static int freePort() {
        return Ports.free();
    }

    public final String log() {
        return program.log();
    }

    /** The service's own object of this type; only of one that runs in this process. */
    public final <T> T bean(Class<T> type) {
        return ((ServiceInProcess) program).bean(type);
    }

    /** One for tests alone, of a service in this process: making one takes seconds. */
    public final void giveSigningKey() {
        RSAKey key = signingKey();
        bean(LiveRevisions.class)
                .with(revision -> revision.write(Scope.EVERYWHERE, work -> {
                    new SigningKeys(work)
                            .add(key.getKeyID(), key.toPublicJWK().toJSONString(), key.toJSONString(), Duration.ZERO);
                    return key;
                }));
    }

    private static RSAKey signingKey() {
        try {
            return RSAKey.parse(read(Models.root().resolve("service/src/test/resources/signing-key.json")));
        } catch (ParseException broken) {
            throw new IllegalStateException(broken);
        }
    }

    public final Http guest() {
        return new Http(url(), null);
    }

    public final Http keyHolder() {
        return new Http(url(), key());
    }

    public final Http with(String token) {
        return new Http(url(), token);
    }

    public final Http operator() {
        return as(OPERATOR, OPERATOR_PASSWORD);
    }

    public final Http as(String identifier, String password) {
        Http.Answer answer = guest().post("/v1/sessions", Map.of("identifier", identifier, "password", password));
        return with(answer.status(201).json().path("token").asString());
    }

    /** Somebody signs up as {@code NAME@post.example}; their id. */
    public final String signUp(String name) {
        return signUp(name, Map.of()).status(201).json().path("id").asString();
    }

    /** With other values beside those that everybody gives. */
    public final Http.Answer signUp(String name, Map<String, Object> more) {
        Map<String, Object> body = new HashMap<>(Map.of(
                "email",
                name + "@post.example",
                "password",
                PASSWORD,
                "person",
                Map.of("givenName", name, "familyName", "Roca")));
        body.putAll(more);
        return guest().post("/v1/sign-ups", body);
    }

    /** Signs up, and in. */
    public final Http person(String name) {
        signUp(name);
        return as(name + "@post.example", PASSWORD);
    }

    /** The token of a new session of the account's, opened by nobody. */
    public final String session(String account) {
        String token = Tokens.create(Tokens.SESSION);
        sql("insert into cuenta.session (token_hash, account_id, expires_at, agent, strong) values ('\\x"
                + HexFormat.of().formatHex(Tokens.hash(token)) + "', '" + account
                + "', now() + interval '1 hour', '', false)");
        return token;
    }

    public final String idOf(String email) {
        return sql("select id from accounts.account where email = '" + email + "'");
    }

    /**
     * Publishes the file, and waits until that is done. Passwords are hashed as quickly as the format allows: the tests would wait for
     * little else.
     */
    public final void publish(String source, String... allowed) {
        publishToTheLetter(Models.quicklyHashed(source), allowed);
    }

    private void publishToTheLetter(String source, String... allowed) {
        JsonNode begun = keyHolder()
                .post("/v1/model/revisions", Map.of("source", source, "allow", List.of(allowed)))
                .status(202)
                .json();
        awaitPublished(begun.path("revision").asInt());
    }

    public final void awaitPublished(int number) {
        Http key = keyHolder();
        Await.until(
                "revision " + number + " is published",
                () -> key.get("/v1/model/revisions/" + number)
                        .json()
                        .path("step")
                        .asString(),
                "done"::equals);
    }

    public final void sample(int count, int seed) {
        keyHolder().post("/v1/samples", Map.of("count", count, "seed", seed)).status(200);
    }

    /** A new key of a service of the team's. */
    public final String serviceKey(String service) {
        return keyHolder()
                .post("/v1/services/" + service + "/keys", Map.of())
                .status(201)
                .json()
                .path("token")
                .asString();
    }

    /** Another key of secret values. */
    public final void rotateSecrets() {
        keyHolder().post("/v1/secrets/rotations", Map.of()).status(202);
    }

    /** Everything in the database, as PostgreSQL's own program writes it out. */
    public final String dump() {
        try {
            List<String> command = new ArrayList<>(List.of("pg_dump", "--inserts"));
            command.addAll(List.of(cluster.arguments(database).split(" ")));
            Process program = new ProcessBuilder(command)
                    .redirectError(ProcessBuilder.Redirect.INHERIT)
                    .start();
            return new String(program.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        } catch (IOException failure) {
            throw new UncheckedIOException(failure);
        }
    }

    /** Whoever has to wait before the next try has to wait for long from now on, however long a busy machine takes to try. */
    public final void lengthenPauses() {
        sql("update cuenta.attempt set failures = failures + 9 where failures >= 5");
    }

    /** Keeps what the statement locks until it is closed. */
    public final Cluster.Held hold(String statement) {
        return cluster.hold(database, statement);
    }

    /**
     * From now on whoever updates the table waits, where the condition holds of it, until what comes back is closed.
     *
     * @param each {@code row}, whose condition may name {@code old} and {@code new}, or {@code statement}
     */
    public final Cluster.Held holdUpdates(String table, String each, String condition) {
        Cluster.Held held = hold("select pg_advisory_lock(7480)");
        sql("""
                create or replace function cuenta.wait_for_test() returns trigger language plpgsql as $$
                begin
                    if %s then perform pg_advisory_xact_lock_shared(7480); end if;
                    return new;
                end $$;
                create or replace trigger wait_for_test before update on %s for each %s execute function cuenta.wait_for_test()
                """.formatted(condition, table, each));
        return held;
    }

    /** As the role that the service works with. */
    public final String sqlOfService(String statements) {
        return asService.ask(statements);
    }

    /** Asks the database as the owner of its tables: a line for each row, its values with bars between them. */
    public final String sql(String statements) {
        return asOwner.ask(statements);
    }

    public final String jdbc() {
        return cluster.jdbc(database);
    }

    /** How PostgreSQL's own programs find its database. */
    public final String psqlArguments() {
        return cluster.arguments(database);
    }

    /** Takes mails from now on; see {@link #mails}. */
    public final Process mailbox() throws IOException {
        return Mailbox.open(folder.resolve("mail"), mailPort);
    }

    /** What the mailbox took, in the order in which it came. */
    public final List<String> mails() {
        Path mails = folder.resolve("mail");
        if (!Files.exists(mails)) {
            return List.of();
        }
        try (Stream<Path> files = Files.list(mails)) {
            return files.filter(file -> file.toString().endsWith(".eml"))
                    .sorted()
                    .map(RunningService::read)
                    .toList();
        } catch (IOException failure) {
            throw new UncheckedIOException(failure);
        }
    }

    /** Takes text messages from now on, as JSON, in the order in which they come. */
    public final HttpServer telephone(Queue<String> texts) throws IOException {
        HttpServer gateway = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), textPort), 0);
        gateway.createContext("/texts", exchange -> {
            texts.add(new String(exchange.getRequestBody().readAllBytes(), StandardCharsets.UTF_8));
            exchange.sendResponseHeaders(204, -1);
            exchange.close();
        });
        gateway.start();
        return gateway;
    }

    private static String read(Path file) {
        try {
            return Files.readString(file);
        } catch (IOException failure) {
            throw new UncheckedIOException(failure);
        }
    }

    @Override
    public void close() {
        program.stop();
        try {
            // For whoever looks why a test failed.
            Files.writeString(folder.resolve("service.log"), program.log());
        } catch (IOException failure) {
            throw new UncheckedIOException(failure);
        }
        asOwner.close();
        asService.close();
        if (ownsDatabase) {
            cluster.drop(database);
        }
    }
}
