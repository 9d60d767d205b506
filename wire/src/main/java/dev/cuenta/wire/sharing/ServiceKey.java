package dev.cuenta.wire.sharing;

import dev.cuenta.wire.Secret;
import java.time.Instant;
import java.util.List;
import java.util.UUID;
import org.jspecify.annotations.Nullable;

/**
 * A key of a service.
 *
 * @param prefix how it begins
 * @param scope what of the contract it is good for; empty for all
 * @param networks from where; empty for everywhere
 * @param tenants in which, and nowhere else; empty for all
 * @param token the key itself, told once, when it is made
 */
public record ServiceKey(
        UUID id,
        String prefix,
        List<String> scope,
        List<String> networks,
        List<Within> tenants,
        String madeBy,
        Instant made,
        @Nullable Instant expires,
        @Nullable Instant lastUsed,
        @Nullable Secret token) {
    /** A tenant in which a key is good. */
    public record Within(UUID id, String name) {}
}
