package dev.cuenta.service.tenant;

import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Role;
import dev.cuenta.wire.Secret;
import dev.cuenta.wire.tenant.Invitation;
import dev.cuenta.wire.tenant.Tenant;
import dev.cuenta.wire.tenant.TenantLimits;
import org.jspecify.annotations.Nullable;

/** Tenants and invitations as they go over HTTP. */
final class TenantWire {
    private TenantWire() {}

    static Tenant of(dev.cuenta.store.tenant.Tenant tenant, AccountModel model) {
        return new Tenant(
                tenant.id().value(),
                tenant.name(),
                tenant.slug(),
                tenant.secondFactor(),
                tenant.suspended(),
                tenant.archived(),
                tenant.domains(),
                limits(tenant.limits()),
                limits(tenant.limits().or(model.tenants().limits())));
    }

    private static TenantLimits limits(dev.cuenta.core.model.TenantLimits limits) {
        return new TenantLimits(limits.members(), limits.invitations(), limits.requests());
    }

    static dev.cuenta.core.model.TenantLimits limits(TenantLimits limits) {
        return new dev.cuenta.core.model.TenantLimits(limits.members(), limits.invitations(), limits.requests());
    }

    /** @param token null but when the invitation is made, and not mailed */
    static Invitation of(dev.cuenta.store.tenant.Invitation invitation, AccountModel model, @Nullable String token) {
        dev.cuenta.store.tenant.Invitation.Mail mail = invitation.mail();
        return new Invitation(
                invitation.id(),
                invitation.tenant().value(),
                invitation.address(),
                invitation.roles().stream()
                        .flatMap(number -> model.roleNumbered(number).stream())
                        .map(Role::name)
                        .toList(),
                invitation.by().author(),
                invitation.madeAt(),
                invitation.expires(),
                mail == null ? null : Invitation.Mail.valueOf(mail.name()),
                token == null ? null : new Secret(token));
    }
}
