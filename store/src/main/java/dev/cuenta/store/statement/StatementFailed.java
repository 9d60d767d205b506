package dev.cuenta.store.statement;

import dev.cuenta.store.database.Connections;
import org.springframework.dao.DataAccessException;
import org.springframework.jdbc.core.simple.JdbcClient;

/** A statement of a publish that the database refused. Its message says which and why, and holds nothing that is stored. */
public final class StatementFailed extends RuntimeException {
    private static final int SHOWN = 160;

    private final String statement;
    private final DataAccessException refusal;

    public StatementFailed(String statement, DataAccessException refusal) {
        super(refusal.getMessage(), refusal);
        this.statement = statement;
        this.refusal = refusal;
    }

    /** Runs the statement. */
    public static void unless(String statement, JdbcClient sql) {
        try {
            sql.sql(statement).update();
        } catch (DataAccessException refusal) {
            throw new StatementFailed(statement, refusal);
        }
    }

    /** The constraint or index that is broken; empty for none. */
    public String constraint() {
        return Connections.constraintOf(refusal);
    }

    public String statement() {
        String line = statement.replaceAll("\\s+", " ").strip();
        return line.length() <= SHOWN ? line : line.substring(0, SHOWN) + "…";
    }
}
