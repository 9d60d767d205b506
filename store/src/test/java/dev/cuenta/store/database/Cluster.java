package dev.cuenta.store.database;

import com.zaxxer.hikari.HikariConfig;
import com.zaxxer.hikari.HikariDataSource;
import dev.cuenta.core.model.Models;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.StringJoiner;
import java.util.concurrent.atomic.AtomicInteger;

/** A PostgreSQL cluster with databases for tests. */
public final class Cluster implements AutoCloseable {
    /** The role that owns the tables, and the cluster. */
    public static final String OWNER = "cuenta";

    /** The role that works with the records, as an installation has it. */
    public static final String SERVICE = "cuenta_service";

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

    /** A name that no database of this process has had. */
    public static String name() {
        return "marea_" + ProcessHandle.current().pid() + "_" + NUMBER.incrementAndGet();
    }

    public void create(String name, String template) {
        maintain("create database " + name + " template " + template);
    }

    /** Whoever is still connected is cut off. */
    public void drop(String name) {
        maintain("drop database if exists " + name + " with (force)");
    }

    private void maintain(String statement) {
        ask("postgres", statement);
    }

    /** As the owner, what PostgreSQL's own terminal prints: a line for each row, its values with bars between them. */
    public String ask(String database, String statements) {
        return ask(database, OWNER, statements);
    }

    public String ask(String database, String user, String statements) {
        try (Connection connection = DriverManager.getConnection(jdbc(database), user, "");
                Statement statement = connection.createStatement()) {
            List<String> lines = new ArrayList<>();
            boolean rows = statement.execute(statements);
            while (rows || statement.getUpdateCount() != -1) {
                if (rows) {
                    lines(statement.getResultSet(), lines);
                }
                rows = statement.getMoreResults();
            }
            return String.join("\n", lines);
        } catch (SQLException refused) {
            throw new IllegalStateException(refused.getMessage(), refused);
        }
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

    private static void lines(ResultSet rows, List<String> lines) throws SQLException {
        int columns = rows.getMetaData().getColumnCount();
        while (rows.next()) {
            StringJoiner line = new StringJoiner("|");
            for (int column = 1; column <= columns; column++) {
                line.add(Objects.requireNonNullElse(rows.getString(column), ""));
            }
            lines.add(line.toString());
        }
    }

    /** Connections are opened when they are needed. */
    public HikariDataSource connect(String database, String user, int connections) {
        HikariConfig config = new HikariConfig();
        config.setJdbcUrl(jdbc(database));
        config.setUsername(user);
        config.setMaximumPoolSize(connections);
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
