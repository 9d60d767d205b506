package dev.cuenta.core.account;

import java.util.Optional;
import java.util.UUID;

/** A tenant's id. */
public record TenantId(UUID value) {
    /** Empty for a text that is no tenant's id at all. */
    public static Optional<TenantId> parse(String text) {
        try {
            return Optional.of(new TenantId(UUID.fromString(text)));
        } catch (IllegalArgumentException notAnId) {
            return Optional.empty();
        }
    }

    @Override
    public String toString() {
        return value.toString();
    }
}
