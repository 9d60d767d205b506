package dev.cuenta.service.adoption;

import dev.cuenta.core.account.TenantId;
import dev.cuenta.core.activity.Action;
import dev.cuenta.core.permission.CuentaPermission;
import dev.cuenta.core.problem.Violation;
import dev.cuenta.service.caller.Caller;
import dev.cuenta.store.activity.Activity;
import dev.cuenta.store.live.Work;
import dev.cuenta.store.tenant.Tenant;
import dev.cuenta.store.tenant.Tenants;
import dev.cuenta.wire.adoption.AdoptedRows.InTenant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** The tenants that rows name: by the id that they had, or by name. Those that are not there are made. */
final class AdoptedTenants {
    private final Work work;
    private final Caller caller;
    private final Map<InTenant, Optional<TenantId>> known = new HashMap<>();

    AdoptedTenants(Work work, Caller caller) {
        this.work = work;
        this.caller = caller;
    }

    /** @param said gets why there is none */
    Optional<TenantId> of(InTenant sent, List<Violation> said) {
        InTenant named = new InTenant(sent.id(), sent.name(), null, null, null, null);
        Optional<TenantId> tenant = known.get(named);
        if (tenant == null) {
            tenant = find(named);
            known.put(named, tenant);
        }
        if (tenant.isEmpty()) {
            said.add(new Violation(
                    "/tenants",
                    "tenant",
                    "A tenant is named by `name`, up to " + Tenant.LONGEST_NAME
                            + " characters, or by `id`, a UUID, and `name`."));
        }
        return tenant;
    }

    private Optional<TenantId> find(InTenant sent) {
        Optional<TenantId> id = Optional.ofNullable(sent.id()).flatMap(TenantId::parse);
        String name = sent.name() == null ? "" : sent.name().strip();
        if ((sent.id() != null && id.isEmpty()) || name.length() > Tenant.LONGEST_NAME) {
            return Optional.empty();
        }
        return there(id, name).or(() -> name.isEmpty() ? Optional.empty() : Optional.of(made(id, name)));
    }

    private Optional<TenantId> there(Optional<TenantId> id, String name) {
        Tenants tenants = new Tenants(work);
        return id.isPresent() ? id.filter(tenants::exists) : tenants.named(name).or(() -> tenants.ofSlug(name));
    }

    /** Two that adopt at once must not make a tenant twice. */
    private TenantId made(Optional<TenantId> id, String name) {
        caller.requireEverywhere(CuentaPermission.TENANTS_WRITE, work.revision().model());
        Tenants tenants = new Tenants(work);
        tenants.lock();
        return there(id, name).orElseGet(() -> {
            TenantId made = id.isPresent() ? tenants.create(id.get(), name) : tenants.create(name);
            new Activity(work).add(Action.TENANT_ADDED, null, caller.origin(), Map.of("tenant", made.toString()));
            return made;
        });
    }
}
