package dev.cuenta.service.tenant;

import dev.cuenta.core.access.Viewer;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.service.caller.Caller;
import dev.cuenta.store.live.LiveRevision;
import dev.cuenta.wire.tenant.Tenant;
import dev.cuenta.wire.tenant.TenantLimits;

/** Tenants as they go over HTTP. */
final class TenantWire {
    private TenantWire() {}

    /** As the caller sees it. */
    static Tenant of(dev.cuenta.store.tenant.Tenant tenant, Caller caller, LiveRevision revision) {
        AccountModel model = revision.model();
        Viewer viewer = caller.viewerOf(tenant.id(), model);
        return new Tenant(
                tenant.id().value(),
                tenant.name(),
                tenant.slug(),
                tenant.secondFactor(),
                tenant.suspended(),
                tenant.archived(),
                tenant.domains(),
                limits(tenant.limits()),
                limits(tenant.limits().or(model.tenants().limits())),
                revision.projection().ofTenant(tenant.fields(), viewer));
    }

    private static TenantLimits limits(dev.cuenta.core.model.TenantLimits limits) {
        return new TenantLimits(limits.members(), limits.invitations(), limits.requests());
    }

    static dev.cuenta.core.model.TenantLimits limits(TenantLimits limits) {
        return new dev.cuenta.core.model.TenantLimits(limits.members(), limits.invitations(), limits.requests());
    }
}
