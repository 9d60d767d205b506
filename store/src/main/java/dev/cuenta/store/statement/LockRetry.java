package dev.cuenta.store.statement;

import dev.cuenta.store.database.Connections;
import java.time.Duration;
import java.util.List;
import java.util.SortedSet;
import java.util.TreeSet;
import org.springframework.dao.DataAccessException;
import org.springframework.jdbc.core.simple.JdbcClient;

/** How to get a lock that blocks others without holding them up: wait for it briefly, let everyone pass, try again. */
public final class LockRetry {
    public static final String LOCK_NOT_AVAILABLE = "55P03";

    private static final int ATTEMPTS = 300;
    private static final Duration BETWEEN_ATTEMPTS = Duration.ofMillis(200);

    private LockRetry() {}

    /** Half of what nobody may wait for us: whoever queues behind our wait for a lock waits with us. */
    public static void limit(JdbcClient transaction) {
        transaction.sql("set local lock_timeout = '50ms'").update();
    }

    /** Runs a transaction that may be refused its locks until it gets them. */
    public static void with(Runnable transaction) {
        for (int attempt = 1; ; attempt++) {
            try {
                transaction.run();
                return;
            } catch (DataAccessException | StatementFailed failure) {
                boolean lockWasBusy = LOCK_NOT_AVAILABLE.equals(Connections.stateOf(failure));
                if (!lockWasBusy || attempt == ATTEMPTS) {
                    throw failure;
                }
                pause(BETWEEN_ATTEMPTS);
            }
        }
    }

    /** Does all of it in one moment, or nothing. */
    public static void together(List<BriefStatement> statements, Connections connections) {
        SortedSet<String> tables = new TreeSet<>();
        statements.forEach(statement -> tables.addAll(statement.tables()));
        with(() -> connections.together(sql -> {
            tables.forEach(table -> waitForVacuum(table, sql));
            limit(sql);
            // The locks go without waiting for the disk. Each statement can be repeated, and the end of the step waits.
            sql.sql("set local synchronous_commit = off").update();
            statements.forEach(statement -> StatementFailed.unless(statement.sql(), sql));
            return statements.size();
        }));
    }

    /**
     * A vacuum may hold a table for minutes, and gives way only to somebody who waits longer than we may with a lock that
     * blocks. So this waits with one that blocks neither readers nor writers, and keeps the next vacuum away.
     */
    private static void waitForVacuum(String table, JdbcClient sql) {
        if (sql.sql("select to_regclass(?) is not null")
                .param(table)
                .query(Boolean.class)
                .single()) {
            sql.sql("lock table " + table + " in share update exclusive mode").update();
        }
    }

    public static void pause(Duration duration) {
        try {
            Thread.sleep(duration.toMillis());
        } catch (InterruptedException stopping) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException("Interrupted; the publish goes on at the next start", stopping);
        }
    }
}
