package dev.cuenta.store.database;

import java.sql.Connection;
import java.sql.SQLException;
import java.sql.SQLTransientConnectionException;
import java.util.Properties;
import java.util.Set;
import java.util.function.Consumer;
import java.util.function.Function;
import javax.sql.DataSource;
import org.jspecify.annotations.Nullable;
import org.postgresql.util.PSQLException;
import org.springframework.dao.DataAccessException;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.jdbc.datasource.DriverManagerDataSource;
import org.springframework.jdbc.datasource.SingleConnectionDataSource;

/** Work on one connection outside accounts: revisions, changes of shape, locks across instances. */
public final class Connections {
    /** What {@code cuenta.scope} says where nothing is limited to a tenant. */
    public static final String EVERYWHERE = "everywhere";

    /**
     * For each new connection of the service: where a transaction does not limit itself to a tenant, it reaches everything. Statements are
     * not compiled: of the longest there is, a retention preview, that took a quarter of the time.
     */
    public static final String INITIALLY = "set cuenta.scope = '" + EVERYWHERE + "'; set jit = off";

    /** Classes of SQLSTATE: connections, resources, the operator's hand, the machine. */
    private static final Set<String> AWAY = Set.of("08", "53", "57", "58");

    private static final int CHECK_MILLIS = 1500;
    private static final String LOCKED = "55P03";
    private static final String GIVEN_UP = "57014";

    private final DataSource dataSource;

    public Connections(DataSource dataSource) {
        this.dataSource = dataSource;
    }

    /**
     * Opens a connection whenever it is asked for one.
     *
     * @param answerSeconds for how long the database's answer is waited for; 0 for ever
     */
    public static DataSource source(String url, String user, @Nullable String password, int answerSeconds) {
        Properties properties = new Properties();
        // A failed statement's server message would hold stored values.
        properties.setProperty("logServerErrorDetail", "false");
        properties.setProperty("ApplicationName", "cuenta");
        properties.setProperty("tcpKeepAlive", "true");
        properties.setProperty("socketFactory", RoundTrips.class.getName());
        properties.setProperty("reWriteBatchedInserts", "true");
        properties.setProperty("connectTimeout", "2");
        properties.setProperty("socketTimeout", String.valueOf(answerSeconds));
        DriverManagerDataSource source = new DriverManagerDataSource(url, properties);
        source.setUsername(user);
        source.setPassword(password);
        return source;
    }

    /** What the connections come from. */
    public <T> T pool(Class<T> sort) {
        try {
            return dataSource.unwrap(sort);
        } catch (SQLException another) {
            throw new IllegalStateException(another);
        }
    }

    /** Each statement is a transaction of its own. */
    public <T> T each(Function<JdbcClient, T> work) {
        try (Connection connection = dataSource.getConnection()) {
            return work.apply(clientOf(connection));
        } catch (SQLException unreachable) {
            throw new IllegalStateException("The database cannot be reached", unreachable);
        }
    }

    /** Fails when the database does not answer within a second and a half, also where it is there and frozen. */
    public void check() {
        try (Connection connection = dataSource.getConnection()) {
            connection.setNetworkTimeout(Runnable::run, CHECK_MILLIS);
            clientOf(connection).sql("select 1").query(Integer.class).single();
        } catch (SQLException unreachable) {
            throw new IllegalStateException("The database cannot be reached", unreachable);
        }
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
            }
            // The pool sets a connection back that is given back; where that failed, it would hide why.
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

    /** Whether the database is away, overloaded, or locked by somebody's hand: what passes by itself. */
    public static boolean isAway(Throwable failure) {
        for (Throwable cause = failure; cause != null; cause = cause.getCause()) {
            if (cause instanceof SQLTransientConnectionException) {
                return true;
            }
        }
        String state = stateOf(failure);
        return state.equals(LOCKED) || (!state.isEmpty() && AWAY.contains(state.substring(0, 2)));
    }

    /** Whether a statement took longer than it may. */
    public static boolean isGivenUp(Throwable failure) {
        return stateOf(failure).equals(GIVEN_UP);
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
