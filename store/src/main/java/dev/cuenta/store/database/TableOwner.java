package dev.cuenta.store.database;

import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import java.io.Closeable;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.List;
import javax.sql.DataSource;
import org.springframework.jdbc.core.simple.JdbcClient;

/**
 * The database's role that owns the tables: it changes their shape, and lets old activity go. Everything else is done by the
 * service's own role, which can do neither.
 */
public final class TableOwner implements AutoCloseable {
    /** Read by the service's role, and changed by the owner only. */
    private static final String OWN = "cuenta.revision, cuenta.kept_column, cuenta.column_name, cuenta.activity_link";

    private final DataSource dataSource;
    private final Closeable pool;
    private final Connections connections;

    /** @param dataSource is closed with this */
    public <D extends DataSource & Closeable> TableOwner(D dataSource) {
        this.dataSource = dataSource;
        this.pool = dataSource;
        this.connections = new Connections(dataSource);
    }

    public Connections connections() {
        return connections;
    }

    /** Brings the fixed tables up to date. */
    public void migrate() {
        Migrations.run(dataSource);
    }

    /**
     * Lets that role work with the records, in tables that are there and in those to come. Safe to run again, and from several
     * instances at once.
     *
     * @throws Problem UNAVAILABLE when there is no such role
     */
    public void letWork(String role) {
        connections.together(sql -> {
            if (!isThere(role, sql)) {
                throw Problem.of(
                        ProblemKind.UNAVAILABLE,
                        "The database has no role `" + role + "` for the service. Make it: create role " + role
                                + " login password '...'");
            }
            // Two grants on one table at once fail each other.
            sql.sql("select pg_advisory_xact_lock(hashtextextended('cuenta grants', 0))")
                    .query(row -> {});
            statements('"' + role.replace("\"", "\"\"") + '"')
                    .forEach(statement -> sql.sql(statement).update());
            return role;
        });
    }

    private static boolean isThere(String role, JdbcClient sql) {
        return sql.sql("select exists (select from pg_roles where rolname = ?)")
                .param(role)
                .query(Boolean.class)
                .single();
    }

    private static List<String> statements(String role) {
        String records = "select, insert, update, delete";
        String schemas = "schema cuenta, accounts";
        return List.of(
                "create schema if not exists accounts",
                "grant usage on " + schemas + " to " + role,
                "grant " + records + " on all tables in " + schemas + " to " + role,
                "grant usage, select, update on all sequences in " + schemas + " to " + role,
                "alter default privileges in " + schemas + " grant " + records + " on tables to " + role,
                "alter default privileges in " + schemas + " grant usage, select, update on sequences to " + role,
                "revoke all on cuenta.flyway_schema_history from " + role,
                "revoke insert, update, delete on " + OWN + " from " + role,
                "revoke update, delete on cuenta.activity, cuenta.activity_unlinked from " + role);
    }

    @Override
    public void close() {
        try {
            pool.close();
        } catch (IOException failure) {
            throw new UncheckedIOException(failure);
        }
    }
}
