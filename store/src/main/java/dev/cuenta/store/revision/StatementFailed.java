package dev.cuenta.store.revision;

import dev.cuenta.store.database.Connections;
import java.sql.SQLException;
import org.springframework.dao.DataAccessException;

/** A statement of a publish that the database refused. Its message says which and why, and holds nothing that is stored. */
final class StatementFailed extends RuntimeException {
    private static final int SHOWN = 160;

    private final String statement;
    private final DataAccessException refusal;

    StatementFailed(String statement, DataAccessException refusal) {
        super(refusal.getMessage(), refusal);
        this.statement = statement;
        this.refusal = refusal;
    }

    /** The SQLSTATE (ISO/IEC 9075-2, subclause 24.1); empty where the database did not give one. */
    String state() {
        return refusal.getMostSpecificCause() instanceof SQLException cause && cause.getSQLState() != null
                ? cause.getSQLState()
                : "";
    }

    /** The constraint or index that is broken; empty for none. */
    String constraint() {
        return Connections.constraintOf(refusal);
    }

    String statement() {
        String line = statement.replaceAll("\\s+", " ").strip();
        return line.length() <= SHOWN ? line : line.substring(0, SHOWN) + "…";
    }
}
