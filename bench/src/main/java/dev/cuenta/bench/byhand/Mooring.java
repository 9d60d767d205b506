package dev.cuenta.bench.byhand;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import java.math.BigDecimal;
import java.util.UUID;
import org.jspecify.annotations.Nullable;

@Entity
@SuppressWarnings("NullAway.Init") // Hibernate sets them
class Mooring {
    @Id
    UUID accountId;

    @Nullable
    String berth;

    @Nullable
    BigDecimal boatLength;
}
