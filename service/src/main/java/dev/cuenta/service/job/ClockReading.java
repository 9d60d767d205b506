package dev.cuenta.service.job;

import dev.cuenta.store.database.DatabaseClock;
import java.time.Duration;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;

/** Reads the database's time again now and then: a machine that slept, or whose clock was set, goes on with the right one. */
@Component
final class ClockReading implements Job {
    private static final Logger LOG = LoggerFactory.getLogger(ClockReading.class);
    private static final Duration PAUSE = Duration.ofSeconds(10);

    private final DatabaseClock clock;
    /** By the job's thread alone. */
    private boolean told;

    ClockReading(DatabaseClock clock) {
        this.clock = clock;
    }

    @Override
    public String title() {
        return "Reading the database's clock";
    }

    @Override
    public boolean precedesModel() {
        return true;
    }

    @Override
    public void carryOn() {
        clock.read();
        if (!clock.agrees() && !told) {
            LOG.warn(
                    "{} Until then this instance is not ready, and no retention rule runs here; everything goes by the database's",
                    clock.disagreement());
        }
        told = !clock.agrees();
    }

    @Override
    public Duration pause() {
        return PAUSE;
    }
}
