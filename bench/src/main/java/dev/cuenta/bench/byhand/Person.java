package dev.cuenta.bench.byhand;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import java.util.UUID;

@Entity
@SuppressWarnings("NullAway.Init") // Hibernate sets them
class Person {
    @Id
    UUID accountId;

    String givenName;

    String familyName;
}
