package dev.cuenta.service;

import dev.cuenta.store.database.Connections;
import dev.cuenta.store.live.LiveRevisions;
import org.springframework.boot.health.contributor.Health;
import org.springframework.boot.health.contributor.HealthIndicator;
import org.springframework.stereotype.Component;

/** Up when the database answers. */
@Component("database")
final class DatabaseHealth implements HealthIndicator {
    private final Connections connections;
    private final LiveRevisions live;

    DatabaseHealth(Connections connections, LiveRevisions live) {
        this.connections = connections;
        this.live = live;
    }

    @Override
    public Health health() {
        connections.check();
        return Health.up().withDetail("revision", live.number().orElse(0)).build();
    }
}
