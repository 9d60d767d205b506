package dev.cuenta.store.database;

import com.zaxxer.hikari.HikariConfig;
import com.zaxxer.hikari.HikariDataSource;
import dev.cuenta.core.file.ModelFile;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Models;
import dev.cuenta.core.revision.Diff;
import dev.cuenta.core.revision.ModelDiff;
import dev.cuenta.store.revision.CountedRecords;
import dev.cuenta.store.revision.LiveRevisions;
import dev.cuenta.store.revision.Publisher;
import dev.cuenta.store.revision.Revision;
import dev.cuenta.store.revision.Revisions;
import dev.cuenta.store.secret.Secrets;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.time.InstantSource;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicInteger;
import org.springframework.jdbc.core.simple.JdbcClient;

/** A database of its own in a PostgreSQL cluster that all tests of the build share. */
public final class TestDatabase implements AutoCloseable {
    private static final AtomicInteger NUMBER = new AtomicInteger();
    private static final String CLUSTER = System.getProperty("cuenta.cluster", "target/postgres");
    private static final String PORT = startCluster();
    private static final String PREFIX = "test_" + ProcessHandle.current().pid() + "_";

    /** The role that works with the records, as an installation has it. */
    private static final String ROLE = "cuenta_service";

    private static final String TEMPLATE = template();

    private final HikariDataSource owned;
    private final TableOwner owner;
    private final HikariDataSource dataSource;
    private final Connections connections;
    private final Revisions revisions;
    private final TestKeys keys = new TestKeys();
    private final LiveRevisions live;

    private final String name;

    public TestDatabase() {
        name = PREFIX + NUMBER.incrementAndGet();
        create(name, TEMPLATE);
        owned = connect(name, "cuenta", 12);
        owner = new TableOwner(owned);
        dataSource = connect(name, ROLE, 12);
        connections = new Connections(dataSource);
        revisions = new Revisions(owner.connections());
        live = new LiveRevisions(dataSource, connections, revisions, new Secrets(keys), InstantSource.system());
    }

    /** Has the fixed tables already: copying it is quicker than making them for each test. */
    private static String template() {
        String name = PREFIX + "template";
        create(name, "template1");
        try (TableOwner owner = new TableOwner(connect(name, "cuenta", 2))) {
            owner.migrate();
            owner.letWork(ROLE);
        }
        return name;
    }

    private static void create(String name, String template) {
        try (HikariDataSource maintenance = connect("postgres", "cuenta", 1)) {
            JdbcClient.create(maintenance)
                    .sql("create database " + name + " template " + template)
                    .update();
        }
    }

    private static String startCluster() {
        try {
            Process process = new ProcessBuilder(
                            Models.root().resolve("bin/postgres").toString(), "start", CLUSTER)
                    .redirectError(ProcessBuilder.Redirect.INHERIT)
                    .start();
            String port = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8).strip();
            Runtime.getRuntime().addShutdownHook(new Thread(TestDatabase::stopCluster));
            return port;
        } catch (IOException failure) {
            throw new UncheckedIOException(failure);
        }
    }

    private static void stopCluster() {
        try {
            new ProcessBuilder(Models.root().resolve("bin/postgres").toString(), "stop", CLUSTER)
                    .start()
                    .waitFor();
        } catch (IOException | InterruptedException ignored) {
            // The next build's start takes the cluster up again.
        }
    }

    private static HikariDataSource connect(String database, String user, int connections) {
        HikariConfig config = new HikariConfig();
        config.setJdbcUrl("jdbc:postgresql://127.0.0.1:" + PORT + "/" + database);
        config.setUsername(user);
        config.setMaximumPoolSize(connections);
        return new HikariDataSource(config);
    }

    /** What publishing the file would do. */
    public Diff diff(String source) {
        var next = ModelFile.read("test.yaml", source).model().orElseThrow();
        return revisions
                .live()
                .map(revision -> ModelDiff.between(
                        revision.number(),
                        Revisions.modelOf(revision),
                        next,
                        counted(Revisions.modelOf(revision), next)))
                .orElseGet(() -> ModelDiff.first(next));
    }

    private CountedRecords counted(AccountModel model, AccountModel next) {
        return new CountedRecords(connections, model, next, live.secrets(), rule -> Optional.empty());
    }

    /** Publishes the file as the service would, and waits until it is done. */
    public Diff publish(String source) {
        Diff diff = diff(source);
        Publisher publisher = publisher();
        publisher.begin(diff.liveRevision(), source, diff.changes(), "test", "");
        publisher.carryOn();
        return diff;
    }

    public Publisher publisher() {
        return new Publisher(owner.connections(), revisions, live);
    }

    /** As a second instance of the service would have it. */
    public LiveRevisions anotherInstance() {
        LiveRevisions another =
                new LiveRevisions(dataSource, connections, revisions, new Secrets(keys), InstantSource.system());
        another.refresh();
        return another;
    }

    public TestKeys keys() {
        return keys;
    }

    public Revisions revisions() {
        return revisions;
    }

    public Revision latest() {
        return revisions.history().get(0);
    }

    /** Empty while the connections are being cut. */
    public Optional<Revision> latestSafely() {
        try {
            return Optional.of(latest());
        } catch (RuntimeException wasCutOff) {
            return Optional.empty();
        }
    }

    public String name() {
        return name;
    }

    /** A connection from another database of the cluster. */
    public record Outside(HikariDataSource dataSource) implements AutoCloseable {
        public JdbcClient sql() {
            return JdbcClient.create(dataSource);
        }

        @Override
        public void close() {
            dataSource.close();
        }
    }

    public Outside outside() {
        return new Outside(connect("postgres", "cuenta", 1));
    }

    public LiveRevisions live() {
        return live;
    }

    /** Of the role that works with the records. */
    public Connections connections() {
        return connections;
    }

    public TableOwner owner() {
        return owner;
    }

    /** As the owner of the tables. */
    public JdbcClient sql() {
        return JdbcClient.create(owned);
    }

    @Override
    public void close() {
        live.close();
        dataSource.close();
        owner.close();
    }
}
