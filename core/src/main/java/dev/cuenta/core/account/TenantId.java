package dev.cuenta.core.account;

import java.util.UUID;

/** A tenant's id. */
public record TenantId(UUID value) {
    @Override
    public String toString() {
        return value.toString();
    }
}
