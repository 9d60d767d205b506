package dev.cuenta.service;

import dev.cuenta.store.database.DatabaseClock;
import org.springframework.boot.health.contributor.Health;
import org.springframework.boot.health.contributor.HealthIndicator;
import org.springframework.stereotype.Component;

/** Whether this machine shows the time by which everything goes. */
@Component("clockHealthIndicator")
final class ClockHealth implements HealthIndicator {
    private final DatabaseClock clock;

    ClockHealth(DatabaseClock clock) {
        this.clock = clock;
    }

    @Override
    public Health health() {
        return clock.agrees()
                ? Health.up().build()
                : Health.down().withDetail("clock", clock.disagreement()).build();
    }
}
