package dev.cuenta.service.tenant;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.account.Scope;
import dev.cuenta.core.account.TenantId;
import dev.cuenta.core.activity.Action;
import dev.cuenta.core.permission.CuentaPermission;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import dev.cuenta.service.caller.Caller;
import dev.cuenta.store.activity.Activity;
import dev.cuenta.store.live.LiveRevisions;
import dev.cuenta.store.live.Work;
import dev.cuenta.store.tenant.Memberships;
import dev.cuenta.store.tenant.Tenant;
import dev.cuenta.store.tenant.Tenants;
import dev.cuenta.wire.tenant.TenantChange;
import dev.cuenta.wire.tenant.TenantPage;
import dev.cuenta.wire.tenant.TenantRemoval;
import dev.cuenta.wire.tenant.TenantRemoved;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.BiFunction;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Making tenants, and what becomes of them. */
@Component
final class TenantUseCases {
    private static final int LONGEST_PAGE = 200;
    /** As many memberships end in a transaction. */
    private static final int AT_A_TIME = 5000;

    private final LiveRevisions live;
    private final TenantsInReach reach;

    TenantUseCases(LiveRevisions live, TenantsInReach reach) {
        this.live = live;
        this.reach = reach;
    }

    /** The caller's own tenants, a page of them; every tenant for whoever may read them all. */
    TenantPage list(Caller caller, int limit, @Nullable String name, boolean archived, @Nullable String after) {
        if (limit < 1 || limit > LONGEST_PAGE) {
            throw Problem.invalid("/limit", "range", "`limit` must be from 1 to " + LONGEST_PAGE + ".");
        }
        TenantId last = after == null
                ? null
                : TenantId.parse(after)
                        .orElseThrow(
                                () -> Problem.invalid("/after", "type", "Take `next` of the page before as it is."));
        return live.with(revision -> revision.read(Scope.EVERYWHERE, work -> {
            AccountId own = caller.account();
            boolean all = caller.entitlements(revision.model()).may(CuentaPermission.TENANTS_READ, Scope.EVERYWHERE);
            List<Tenant> found = new Tenants(work)
                    .page(own == null || all ? null : own, name == null ? "" : name.strip(), archived, last, limit + 1);
            boolean more = found.size() > limit;
            List<Tenant> shown = more ? found.subList(0, limit) : found;
            return new TenantPage(
                    shown.stream()
                            .map(tenant -> TenantWire.of(tenant, revision.model()))
                            .toList(),
                    more ? shown.get(limit - 1).id().toString() : null);
        }));
    }

    /** One of the caller's own; any for whoever may read them all. */
    dev.cuenta.wire.tenant.Tenant read(Caller caller, String tenant) {
        return live.with(revision -> revision.read(Scope.EVERYWHERE, work -> {
            Tenant found = TenantsInReach.tenant(tenant, work);
            boolean all = caller.entitlements(revision.model()).may(CuentaPermission.TENANTS_READ, Scope.EVERYWHERE);
            if (!all && !caller.reaches(found.id(), revision.model())) {
                throw TenantsInReach.noSuchTenant();
            }
            return TenantWire.of(found, revision.model());
        }));
    }

    TenantId add(Caller caller, String name) {
        String plain = TenantWish.name(name);
        return live.with(revision -> {
            caller.requireEverywhere(CuentaPermission.TENANTS_WRITE, revision.model());
            TenantsInReach.requireTenants(revision.model());
            return revision.write(Scope.EVERYWHERE, work -> {
                TenantId made = new Tenants(work).create(plain);
                new Activity(work).add(Action.TENANT_ADDED, null, caller.origin(), TenantsInReach.about(made));
                return made;
            });
        });
    }

    /** What {@link TenantWish#decides} is for whoever decides about tenants everywhere. */
    dev.cuenta.wire.tenant.Tenant change(Caller caller, String tenant, TenantChange change) {
        TenantWish wish = TenantWish.of(change);
        if (wish.decides()) {
            live.with(revision -> {
                caller.requireEverywhere(CuentaPermission.TENANTS_WRITE, revision.model());
                return revision;
            });
        }
        return reach.in(tenant, caller, CuentaPermission.TENANTS_WRITE, (found, work) -> {
            Map<String, Object> details = new LinkedHashMap<>(TenantsInReach.about(found));
            details.putAll(wish.fulfil(found, work));
            new Activity(work).add(Action.TENANT_CHANGED, null, caller.origin(), details);
            return TenantWire.of(
                    new Tenants(work).find(found.toString()).orElseThrow(),
                    work.revision().model());
        });
    }

    TenantRemoval removal(Caller caller, String tenant) {
        return outside(caller, tenant, (found, work) -> {
            Memberships.Removal removal = new Memberships(work).removal(found.id());
            return new TenantRemoval(removal.memberships(), removal.roles(), removal.invitations(), removal.accounts());
        });
    }

    /**
     * Ends memberships of a suspended tenant, some thousands at a time; and with the last of them the tenant.
     *
     * @throws Problem CONFLICT where it is not suspended
     */
    TenantRemoved remove(Caller caller, String tenant) {
        return outside(caller, tenant, (found, work) -> {
            if (!found.suspended()) {
                throw Problem.of(
                        ProblemKind.CONFLICT,
                        "Suspend the tenant first: cuenta tenants suspend. Then nobody works there any more.");
            }
            int ended = new Memberships(work).remove(found.id(), AT_A_TIME);
            boolean done = ended < AT_A_TIME;
            if (done) {
                new Activity(work).add(Action.TENANT_REMOVED, null, caller.origin(), TenantsInReach.about(found.id()));
            }
            return new TenantRemoved(ended, done);
        });
    }

    private <T> T outside(Caller caller, String tenant, BiFunction<Tenant, Work, T> use) {
        return live.with(revision -> {
            caller.requireEverywhere(CuentaPermission.TENANTS_WRITE, revision.model());
            return revision.write(Scope.EVERYWHERE, work -> use.apply(TenantsInReach.tenant(tenant, work), work));
        });
    }
}
