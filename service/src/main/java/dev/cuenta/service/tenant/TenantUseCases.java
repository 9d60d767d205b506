package dev.cuenta.service.tenant;

import dev.cuenta.core.access.Operation;
import dev.cuenta.core.access.Viewer;
import dev.cuenta.core.account.Condition;
import dev.cuenta.core.account.Scope;
import dev.cuenta.core.account.TenantId;
import dev.cuenta.core.activity.Action;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.permission.CuentaPermission;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import dev.cuenta.service.body.GivenFilter;
import dev.cuenta.service.caller.Caller;
import dev.cuenta.store.activity.Activity;
import dev.cuenta.store.live.LiveRevision;
import dev.cuenta.store.live.LiveRevisions;
import dev.cuenta.store.live.Work;
import dev.cuenta.store.tenant.Memberships;
import dev.cuenta.store.tenant.Tenant;
import dev.cuenta.store.tenant.TenantFieldValues;
import dev.cuenta.store.tenant.TenantQuery;
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

    /** What a list is asked for, as it was written. */
    record Request(
            int limit,
            @Nullable String name,
            boolean archived,
            @Nullable String filter,
            @Nullable String after) {}

    /** The caller's own tenants, a page of them; every tenant for whoever may read them all. */
    TenantPage list(Caller caller, Request request) {
        int limit = request.limit();
        if (limit < 1 || limit > LONGEST_PAGE) {
            throw Problem.invalid("/limit", "range", "`limit` must be from 1 to " + LONGEST_PAGE + ".");
        }
        return live.with(revision -> revision.read(Scope.EVERYWHERE, work -> {
            List<Tenant> found = new Tenants(work).page(query(caller, request, revision));
            boolean more = found.size() > limit;
            List<Tenant> shown = more ? found.subList(0, limit) : found;
            return new TenantPage(
                    shown.stream()
                            .map(tenant -> TenantWire.of(tenant, caller, revision))
                            .toList(),
                    more ? shown.get(limit - 1).id().toString() : null);
        }));
    }

    private static TenantQuery query(Caller caller, Request request, LiveRevision revision) {
        AccountModel model = revision.model();
        String after = request.after();
        TenantId last = after == null
                ? null
                : TenantId.parse(after)
                        .orElseThrow(
                                () -> Problem.invalid("/after", "type", "Take `next` of the page before as it is."));
        boolean all = caller.account() == null
                || caller.entitlements(model).may(CuentaPermission.TENANTS_READ, Scope.EVERYWHERE);
        Condition condition = GivenFilter.condition(
                request.filter(), revision.matrix().attributesOfTenants(caller.viewerOfTenants(model, !all)));
        return new TenantQuery(
                all ? null : caller.account(),
                request.name() == null ? "" : request.name().strip(),
                request.archived(),
                condition,
                condition == null || all ? null : caller.tenants(),
                last,
                request.limit() + 1);
    }

    /** One of the caller's own; any for whoever may read them all. */
    dev.cuenta.wire.tenant.Tenant read(Caller caller, String tenant) {
        return live.with(revision -> revision.read(Scope.EVERYWHERE, work -> {
            Tenant found = TenantsInReach.tenant(tenant, work);
            boolean all = caller.entitlements(revision.model()).may(CuentaPermission.TENANTS_READ, Scope.EVERYWHERE);
            if (!all && !caller.reaches(found.id(), revision.model())) {
                throw TenantsInReach.outOfReach(caller, revision.model());
            }
            return TenantWire.of(found, caller, revision);
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

    /**
     * What {@link TenantWish#decides} is for whoever decides about tenants everywhere. What the model lets tenants have, it says itself
     * who may write.
     */
    dev.cuenta.wire.tenant.Tenant change(Caller caller, String tenant, TenantChange change) {
        TenantWish wish = TenantWish.of(change);
        if (wish.decides()) {
            live.with(revision -> {
                caller.requireEverywhere(CuentaPermission.TENANTS_WRITE, revision.model());
                return revision;
            });
        }
        return wish.fillsOnly()
                ? reach.reached(tenant, caller, (found, work) -> change(caller, found, wish, work))
                : reach.in(
                        tenant,
                        caller,
                        CuentaPermission.TENANTS_WRITE,
                        (found, work) -> change(caller, found, wish, work));
    }

    private static dev.cuenta.wire.tenant.Tenant change(Caller caller, TenantId tenant, TenantWish wish, Work work) {
        Map<String, Object> details = new LinkedHashMap<>(TenantsInReach.about(tenant));
        details.putAll(wish.fulfil(tenant, work));
        if (wish.fields() != null) {
            Viewer viewer = caller.viewerOf(tenant, work.revision().model());
            Map<String, @Nullable Object> values =
                    work.revision().admission().forTenantItself(Operation.CHANGE, viewer, wish.fields());
            new TenantFieldValues(work).change(tenant, values);
            details.put("fields", List.copyOf(values.keySet()));
        }
        new Activity(work).add(Action.TENANT_CHANGED, null, caller.origin(), details);
        return TenantWire.of(new Tenants(work).find(tenant.toString()).orElseThrow(), caller, work.revision());
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
