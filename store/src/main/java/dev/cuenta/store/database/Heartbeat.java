package dev.cuenta.store.database;

import java.sql.Connection;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.Duration;
import java.util.function.IntSupplier;
import javax.sql.DataSource;
import org.jspecify.annotations.Nullable;

/**
 * Notices when the database has stopped answering and closed nothing, as a machine does that is frozen, and aborts the connections that
 * somebody waits on: statements may run for minutes, so that no limit for an answer would tell. While nobody waits it asks nothing.
 */
public final class Heartbeat implements AutoCloseable {
    private static final Duration BETWEEN = Duration.ofSeconds(1);
    private static final Duration SILENCE = Duration.ofMillis(2500);

    private final DataSource database;
    private final OpenConnections open;
    private final IntSupplier inUse;
    private final Thread beating = new Thread(this::run, "heartbeat");
    private @Nullable Connection own;
    private long heard = System.nanoTime();

    /**
     * @param database where a connection of its own comes from, which waits a second for an answer
     * @param inUse how many connections are in somebody's hands
     */
    public Heartbeat(DataSource database, OpenConnections open, IntSupplier inUse) {
        this.database = database;
        this.open = open;
        this.inUse = inUse;
        beating.setDaemon(true);
        beating.start();
    }

    private void run() {
        try {
            while (!Thread.interrupted()) {
                Thread.sleep(BETWEEN.toMillis());
                beat();
            }
        } catch (InterruptedException closed) {
            hangUp();
        }
    }

    private void beat() {
        if (inUse.getAsInt() == 0 || answers()) {
            heard = System.nanoTime();
        } else if (System.nanoTime() - heard > SILENCE.toNanos()) {
            open.abort();
        }
    }

    private boolean answers() {
        try {
            if (own == null) {
                own = database.getConnection();
            }
            try (Statement statement = own.createStatement()) {
                return statement.execute("select 1");
            }
        } catch (SQLException silent) {
            hangUp();
            return false;
        }
    }

    private void hangUp() {
        if (own != null) {
            try {
                own.abort(Runnable::run);
            } catch (SQLException closedAlready) {
                // it is not used again
            }
            own = null;
        }
    }

    @Override
    public void close() {
        beating.interrupt();
    }
}
