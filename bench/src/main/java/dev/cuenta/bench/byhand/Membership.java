package dev.cuenta.bench.byhand;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import java.io.Serializable;
import java.util.UUID;

@Entity
@SuppressWarnings("NullAway.Init") // Hibernate sets them
class Membership implements Serializable {
    @Id
    UUID accountId;

    @Id
    UUID tenantId;
}
