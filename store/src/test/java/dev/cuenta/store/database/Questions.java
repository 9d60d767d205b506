package dev.cuenta.store.database;

import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.StringJoiner;
import org.jspecify.annotations.Nullable;

/** Statements of a test, one after another; each finds the connection as if it were new. */
public final class Questions implements AutoCloseable {
    private static final int PATIENCE_SECONDS = 10;

    private final String jdbc;
    private final String user;
    private @Nullable Connection connection;

    Questions(String jdbc, String user) {
        this.jdbc = jdbc;
        this.user = user;
    }

    /** What PostgreSQL's own terminal prints: a line for each row, its values with bars between them. */
    public synchronized String ask(String statements) {
        try (Statement statement = connected().createStatement()) {
            List<String> lines = new ArrayList<>();
            boolean rows = statement.execute(statements);
            while (rows || statement.getUpdateCount() != -1) {
                if (rows) {
                    lines(statement.getResultSet(), lines);
                }
                rows = statement.getMoreResults();
            }
            statement.execute("discard all");
            return String.join("\n", lines);
        } catch (SQLException refused) {
            close();
            throw new IllegalStateException(refused.getMessage(), refused);
        }
    }

    /** A new one where the database, or somebody in a test, has cut the last. */
    private Connection connected() throws SQLException {
        Connection open = connection;
        if (open == null || !open.isValid(PATIENCE_SECONDS)) {
            close();
            open = DriverManager.getConnection(jdbc, user, "");
            connection = open;
        }
        return open;
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

    @Override
    public synchronized void close() {
        try {
            if (connection != null) {
                connection.close();
            }
        } catch (SQLException gone) {
            // With the database that it was in.
        }
        connection = null;
    }
}
