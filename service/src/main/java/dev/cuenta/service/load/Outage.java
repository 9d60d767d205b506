package dev.cuenta.service.load;

import dev.cuenta.store.database.Connections;
import java.time.Clock;
import java.time.Duration;
import java.util.concurrent.atomic.AtomicLong;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;

/** Times in which the database is away, overloaded, or locked by somebody's hand: told in one line a minute, however many notice. */
@Component
public final class Outage {
    /** When it is worth coming back. */
    public static final Duration COME_BACK = Duration.ofSeconds(2);

    private static final Logger LOG = LoggerFactory.getLogger(Outage.class);
    private static final Duration BETWEEN_LINES = Duration.ofMinutes(1);

    private final Clock clock;
    private final AtomicLong lastTold = new AtomicLong();

    public Outage(Clock clock) {
        this.clock = clock;
    }

    /** Somebody met it. */
    public void met(Throwable failure) {
        long now = clock.millis();
        long last = lastTold.get();
        if (now - last > BETWEEN_LINES.toMillis() && lastTold.compareAndSet(last, now)) {
            String state = Connections.stateOf(failure);
            LOG.warn(
                    "The database does not answer{}: what needs it is refused until it does",
                    state.isEmpty() ? "" : " (SQLSTATE " + state + ")");
        }
    }
}
