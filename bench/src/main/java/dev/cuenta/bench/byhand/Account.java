package dev.cuenta.bench.byhand;

import jakarta.persistence.CascadeType;
import jakarta.persistence.Entity;
import jakarta.persistence.FetchType;
import jakarta.persistence.Id;
import jakarta.persistence.OneToOne;
import jakarta.persistence.PrimaryKeyJoinColumn;
import jakarta.persistence.Version;
import java.time.Instant;
import java.util.UUID;
import org.jspecify.annotations.Nullable;

@Entity
@SuppressWarnings("NullAway.Init") // Hibernate sets them
class Account {
    @Id
    UUID id;

    String kind;

    String email;

    @Nullable
    String phone;

    String theme;

    Instant createdAt;

    Instant lastModifiedAt;

    @Version
    long version;

    @OneToOne(fetch = FetchType.LAZY, cascade = CascadeType.ALL)
    @PrimaryKeyJoinColumn
    Person person;

    @OneToOne(fetch = FetchType.LAZY, cascade = CascadeType.ALL)
    @PrimaryKeyJoinColumn
    @Nullable
    Mooring mooring;
}
