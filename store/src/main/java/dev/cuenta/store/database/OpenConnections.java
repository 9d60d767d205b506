package dev.cuenta.store.database;

import java.sql.Connection;
import java.sql.SQLException;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import javax.sql.DataSource;
import org.springframework.jdbc.datasource.DelegatingDataSource;

/** Knows which connections of a pool are open, also those that are in somebody's hands. */
public final class OpenConnections {
    private final Set<Connection> open = ConcurrentHashMap.newKeySet();

    /** Opens connections as the other does, for a pool. */
    public DataSource of(DataSource database) {
        return new DelegatingDataSource(database) {
            @Override
            public Connection getConnection() throws SQLException {
                Connection connection = super.getConnection();
                open.removeIf(OpenConnections::isClosed);
                open.add(connection);
                return connection;
            }
        };
    }

    /** Closes all without a word to the database, which may not listen: who waits for its answer fails with an SQLSTATE of class 08. */
    void abort() {
        open.forEach(connection -> {
            try {
                connection.abort(Runnable::run);
            } catch (SQLException closedAlready) {
                open.remove(connection);
            }
        });
    }

    private static boolean isClosed(Connection connection) {
        try {
            return connection.isClosed();
        } catch (SQLException broken) {
            return true;
        }
    }
}
