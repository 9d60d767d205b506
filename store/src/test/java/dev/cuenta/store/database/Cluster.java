package dev.cuenta.store.database;

import com.zaxxer.hikari.HikariConfig;
import com.zaxxer.hikari.HikariDataSource;
import dev.cuenta.core.model.Models;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.Stream;

/** A PostgreSQL cluster with databases for tests. */
public final class Cluster implements AutoCloseable {
    /** The role that owns the tables, and the cluster. */
    public static final String OWNER = "cuenta";

    /** The role that works with the records, as an installation has it. */
    public static final String SERVICE = "cuenta_service";

    /** Of five seconds each. */
    private static final int COPY_ATTEMPTS = 12;

    private static final AtomicInteger NUMBER = new AtomicInteger();
    private static final String FOLDER = System.getProperty("cuenta.cluster", "target/postgres");

    private final String folder;
    private final String port;

    private Cluster(String folder, String start) {
        this.folder = folder;
        this.port = postgres(start, folder);
        Runtime.getRuntime().addShutdownHook(new Thread(this::close));
    }

    /** Of this process of tests; it does not wait for the disk. */
    public static Cluster shared() {
        return Shared.CLUSTER;
    }

    /** One that keeps what was committed, whatever crashes. */
    public static Cluster durable() {
        return new Cluster(FOLDER + "-durable-" + NUMBER.incrementAndGet(), "start");
    }

    private static final class Shared {
        private static final Cluster CLUSTER = new Cluster(FOLDER, "fresh");
    }

    /** A database of the shared cluster that has the fixed tables already: copying it is quicker than making them each time. */
    public static String migrated() {
        return Migrated.DATABASE;
    }

    private static final class Migrated {
        private static final String DATABASE = make();

        private static String make() {
            String name = name();
            shared().create(name, "template1");
            try (TableOwner owner = new TableOwner(shared().connect(name, OWNER, 2))) {
                owner.migrate();
                owner.letWork(SERVICE);
            }
            shared().keepForCopies(name);
            return name;
        }
    }

    /** A name that no database of this process has had. */
    public static String name() {
        return "marea_" + ProcessHandle.current().pid() + "_" + NUMBER.incrementAndGet();
    }

    /** Its files are copied: where nobody waits for the disk, that is four times as quick as writing them to the log. */
    public void create(String name, String template) {
        String statement = "create database " + name + " template " + template + " strategy file_copy";
        for (int attempt = 1; ; attempt++) {
            try {
                maintain(statement);
                return;
            } catch (IllegalStateException refused) {
                // Somebody is on the way out still, or PostgreSQL's own vacuum has looked in.
                if (attempt == COPY_ATTEMPTS || !refused.getMessage().contains("accessed by other users")) {
                    throw refused;
                }
            }
        }
    }

    /** From now on nobody is connected to it, also who came while a pool was closed: it is for copying. */
    public void keepForCopies(String database) {
        maintain("alter database " + database + " allow_connections false");
        maintain("select pg_terminate_backend(pid) from pg_stat_activity where datname = '" + database + "'");
    }

    /** Whoever is still connected is cut off. */
    public void drop(String name) {
        maintain("drop database if exists " + name + " with (force)");
    }

    private void maintain(String statement) {
        try (Questions postgres = new Questions(jdbc("postgres"), OWNER)) {
            postgres.ask(statement);
        }
    }

    /** Asks a database as that role. */
    public Questions questions(String database, String user) {
        return new Questions(jdbc(database), user);
    }

    /** Keeps what the statement locks until it is closed, or the database ends. */
    public Held hold(String database, String statement) {
        try {
            Connection connection = DriverManager.getConnection(jdbc(database), OWNER, "");
            connection.setAutoCommit(false);
            connection.createStatement().execute(statement);
            return new Held(connection);
        } catch (SQLException refused) {
            throw new IllegalStateException(refused.getMessage(), refused);
        }
    }

    /** A transaction that goes on. */
    public record Held(Connection connection) implements AutoCloseable {
        @Override
        public void close() {
            try {
                connection.close();
            } catch (SQLException gone) {
                // With the database that it was in; what it held is free as well.
            }
        }
    }

    /** Connections are opened when they are needed. */
    public HikariDataSource connect(String database, String user, int connections) {
        HikariConfig config = new HikariConfig();
        config.setJdbcUrl(jdbc(database));
        config.setUsername(user);
        config.setMaximumPoolSize(connections);
        config.setConnectionInitSql(Connections.INITIALLY);
        config.setMinimumIdle(0);
        return new HikariDataSource(config);
    }

    public String jdbc(String database) {
        return "jdbc:postgresql://127.0.0.1:" + port + "/" + database;
    }

    /** How PostgreSQL's own programs find a database as its owner. */
    public String arguments(String database) {
        return "-h 127.0.0.1 -p " + port + " -U " + OWNER + " -d " + database;
    }

    /** As a power cut of its machine would; then it starts again. */
    public void crash() {
        postgres("crash", folder);
    }

    /** It is there, and does nothing, until {@link #thaw}. */
    public void freeze() {
        signal("-STOP");
    }

    public void thaw() {
        signal("-CONT");
    }

    private void signal(String signal) {
        Path pids = Path.of(postgres("where", folder)).resolve("postmaster.pid");
        try {
            ProcessHandle server = ProcessHandle.of(
                            Long.parseLong(Files.readAllLines(pids).get(0).strip()))
                    .orElseThrow();
            signal(signal, Stream.of(server)); // first, or it could start another in between
            signal(signal, server.descendants());
        } catch (IOException failure) {
            throw new UncheckedIOException(failure);
        } catch (InterruptedException stopping) {
            Thread.currentThread().interrupt();
            throw new AssertionError(stopping);
        }
    }

    private static void signal(String signal, Stream<ProcessHandle> processes)
            throws IOException, InterruptedException {
        List<String> command = new ArrayList<>(List.of("kill", signal));
        processes.forEach(each -> command.add(String.valueOf(each.pid())));
        new ProcessBuilder(command).start().waitFor();
    }

    /** Stops it. */
    @Override
    public void close() {
        postgres("stop", folder);
    }

    private static String postgres(String what, String folder) {
        try {
            List<String> command = List.of(Models.root().resolve("bin/postgres").toString(), what, folder);
            Process process = new ProcessBuilder(command)
                    .redirectError(ProcessBuilder.Redirect.INHERIT)
                    .start();
            String said = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
            if (process.waitFor() != 0) {
                throw new AssertionError(command + " failed: " + said);
            }
            return said.strip();
        } catch (IOException failure) {
            throw new UncheckedIOException(failure);
        } catch (InterruptedException stopping) {
            Thread.currentThread().interrupt();
            throw new AssertionError(stopping);
        }
    }
}
