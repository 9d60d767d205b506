package dev.cuenta.store.sharing;

import dev.cuenta.core.account.TenantId;
import java.time.Instant;
import java.util.List;
import java.util.UUID;
import org.jspecify.annotations.Nullable;

/**
 * A key of a service, as far as it is kept.
 *
 * @param prefix how the key begins, to tell it from others
 * @param scope entries such as {@code reads:email}; empty for all that the contract lets through
 * @param networks from which it may be used, in CIDR notation (RFC 4632); empty for any
 * @param tenants in which it is good, and nowhere else; empty for all
 * @param expires null for a key that is good until it is taken back
 * @param lastUsed within a minute; null for a key that was never used
 */
public record ServiceKey(
        UUID id,
        String service,
        String prefix,
        List<String> scope,
        List<String> networks,
        List<TenantId> tenants,
        String madeBy,
        Instant made,
        @Nullable Instant expires,
        @Nullable Instant lastUsed) {
    public ServiceKey {
        scope = List.copyOf(scope);
        networks = List.copyOf(networks);
        tenants = List.copyOf(tenants);
    }
}
