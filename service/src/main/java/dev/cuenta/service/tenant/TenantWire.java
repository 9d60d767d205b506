package dev.cuenta.service.tenant;

import dev.cuenta.wire.Secret;
import dev.cuenta.wire.tenant.Invitation;
import dev.cuenta.wire.tenant.Tenant;
import org.jspecify.annotations.Nullable;

/** Tenants and invitations as they go over HTTP. */
final class TenantWire {
    private TenantWire() {}

    static Tenant of(dev.cuenta.store.tenant.Tenant tenant) {
        return new Tenant(tenant.id().value(), tenant.name(), tenant.slug(), tenant.secondFactor());
    }

    /** @param token null but when the invitation is made */
    static Invitation of(dev.cuenta.store.tenant.Invitation invitation, @Nullable String token) {
        return new Invitation(
                invitation.id(),
                invitation.tenant().value(),
                invitation.madeBy(),
                invitation.madeAt(),
                invitation.expires(),
                token == null ? null : new Secret(token));
    }
}
