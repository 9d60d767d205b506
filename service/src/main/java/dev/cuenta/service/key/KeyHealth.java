package dev.cuenta.service.key;

import java.util.List;
import org.springframework.boot.health.contributor.Health;
import org.springframework.boot.health.contributor.HealthIndicator;
import org.springframework.stereotype.Component;

/** Down while a key is missing that something in the database was made with; what needs none goes on, so it stays ready. */
@Component("keys")
final class KeyHealth implements HealthIndicator {
    private final List<CheckedKeys> all;

    KeyHealth(List<CheckedKeys> all) {
        this.all = all;
    }

    @Override
    public Health health() {
        return CheckedKeys.missing(all)
                .map(missing -> Health.down().withDetail("keys", missing).build())
                .orElseGet(() -> Health.up().build());
    }
}
