package dev.cuenta.store.revision;

import java.sql.SQLException;
import java.time.Duration;
import org.springframework.dao.DataAccessException;
import org.springframework.jdbc.core.simple.JdbcClient;

/** How to get a lock that blocks others without holding them up: wait for it briefly, let everyone pass, try again. */
final class Patience {
    static final String LOCK_NOT_AVAILABLE = "55P03";

    private static final int ATTEMPTS = 300;
    private static final Duration BETWEEN_ATTEMPTS = Duration.ofMillis(200);

    private Patience() {}

    /** Half of what nobody may wait for us: whoever queues behind our wait for a lock waits with us. */
    static void limit(JdbcClient transaction) {
        transaction.sql("set local lock_timeout = '50ms'").update();
    }

    /** Runs a transaction that may be refused its locks until it gets them. */
    static void with(Runnable transaction) {
        for (int attempt = 1; ; attempt++) {
            try {
                transaction.run();
                return;
            } catch (DataAccessException | StatementFailed failure) {
                boolean lockWasBusy = LOCK_NOT_AVAILABLE.equals(stateOf(failure));
                if (!lockWasBusy || attempt == ATTEMPTS) {
                    throw failure;
                }
                pause(BETWEEN_ATTEMPTS);
            }
        }
    }

    /** The SQLSTATE behind a failure; empty where it came from elsewhere. */
    static String stateOf(RuntimeException failure) {
        if (failure instanceof StatementFailed refused) {
            return refused.state();
        }
        return failure instanceof DataAccessException access
                        && access.getMostSpecificCause() instanceof SQLException cause
                        && cause.getSQLState() != null
                ? cause.getSQLState()
                : "";
    }

    static void pause(Duration duration) {
        try {
            Thread.sleep(duration.toMillis());
        } catch (InterruptedException stopping) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException("Interrupted; the publish goes on at the next start", stopping);
        }
    }
}
