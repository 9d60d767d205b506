package dev.cuenta.store.database;

import java.sql.Connection;
import java.sql.SQLException;
import java.util.function.Consumer;
import java.util.function.Function;
import javax.sql.DataSource;
import org.postgresql.util.PSQLException;
import org.springframework.dao.DataAccessException;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.jdbc.datasource.SingleConnectionDataSource;

/** Work on one connection outside accounts: revisions, changes of shape, locks across instances. */
public final class Connections {
    /** What {@code cuenta.scope} says where nothing is limited to a tenant. */
    public static final String EVERYWHERE = "everywhere";

    /** For each new connection of the service: where a transaction does not limit itself to a tenant, it reaches everything. */
    public static final String INITIALLY = "set cuenta.scope = '" + EVERYWHERE + "'";

    private final DataSource dataSource;

    public Connections(DataSource dataSource) {
        this.dataSource = dataSource;
    }

    /** Each statement is a transaction of its own. */
    public <T> T each(Function<JdbcClient, T> work) {
        try (Connection connection = dataSource.getConnection()) {
            return work.apply(clientOf(connection));
        } catch (SQLException unreachable) {
            throw new IllegalStateException("The database cannot be reached", unreachable);
        }
    }

    /** Fails when the database does not answer. */
    public void check() {
        each(sql -> sql.sql("select 1").query(Integer.class).single());
    }

    /** All statements together, or none. */
    public <T> T together(Function<JdbcClient, T> work) {
        try (Connection connection = dataSource.getConnection()) {
            connection.setAutoCommit(false);
            try {
                T result = work.apply(clientOf(connection));
                connection.commit();
                return result;
            } catch (RuntimeException | Error failure) {
                rollback(connection, failure);
                throw failure;
            } finally {
                connection.setAutoCommit(true);
            }
        } catch (SQLException unreachable) {
            throw new IllegalStateException("The database cannot be reached", unreachable);
        }
    }

    /**
     * Runs the work if no other instance is running work of the same name. The lock is the connection's: it goes when the
     * process does, however it ends.
     *
     * @return whether it ran
     */
    public boolean alone(String name, Consumer<JdbcClient> work) {
        return each(sql -> {
            boolean locked = sql.sql("select pg_try_advisory_lock(hashtextextended(?, 0))")
                    .param(name)
                    .query(Boolean.class)
                    .single();
            if (locked) {
                try {
                    work.accept(sql);
                } finally {
                    unlock(name, sql);
                }
            }
            return locked;
        });
    }

    /** As {@link #alone}, where one instance after the other does it. */
    public void inTurn(String name, Consumer<JdbcClient> work) {
        each(sql -> {
            sql.sql("select pg_advisory_lock(hashtextextended(?, 0))")
                    .param(name)
                    .query(row -> {});
            try {
                work.accept(sql);
            } finally {
                unlock(name, sql);
            }
            return name;
        });
    }

    private static void unlock(String name, JdbcClient sql) {
        sql.sql("select pg_advisory_unlock(hashtextextended(?, 0))")
                .param(name)
                .query(Boolean.class)
                .single();
    }

    /** The constraint that a statement broke; empty where the database did not name one. */
    public static String constraintOf(DataAccessException refusal) {
        return refusal.getMostSpecificCause() instanceof PSQLException cause && cause.getServerErrorMessage() != null
                ? String.valueOf(cause.getServerErrorMessage().getConstraint())
                : "";
    }

    /** The SQLSTATE (ISO/IEC 9075-2, subclause 24.1) behind a failure; empty where it came from elsewhere. */
    public static String stateOf(Throwable failure) {
        for (Throwable cause = failure; cause != null; cause = cause.getCause()) {
            if (cause instanceof SQLException refusal && refusal.getSQLState() != null) {
                return refusal.getSQLState();
            }
        }
        return "";
    }

    /** A client whose statements all run on the given connection, which stays the caller's. */
    public static JdbcClient clientOf(Connection connection) {
        return JdbcClient.create(new SingleConnectionDataSource(connection, true));
    }

    private static void rollback(Connection connection, Throwable failure) {
        try {
            connection.rollback();
        } catch (SQLException second) {
            failure.addSuppressed(second);
        }
    }
}
