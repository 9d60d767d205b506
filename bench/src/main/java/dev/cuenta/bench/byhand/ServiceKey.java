package dev.cuenta.bench.byhand;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import java.time.Instant;

@Entity
@SuppressWarnings("NullAway.Init") // Hibernate sets them
class ServiceKey {
    @Id
    byte[] hash;

    String service;

    Instant expiresAt;
}
