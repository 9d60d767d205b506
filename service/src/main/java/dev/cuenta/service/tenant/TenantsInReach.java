package dev.cuenta.service.tenant;

import dev.cuenta.core.account.Scope;
import dev.cuenta.core.account.TenantId;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.permission.CuentaPermission;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import dev.cuenta.service.caller.Caller;
import dev.cuenta.service.caller.CurrentTenant;
import dev.cuenta.store.live.LiveRevisions;
import dev.cuenta.store.live.Work;
import dev.cuenta.store.tenant.Tenant;
import dev.cuenta.store.tenant.Tenants;
import java.util.Map;
import java.util.function.BiFunction;
import org.springframework.stereotype.Component;

/** The tenants that a caller names, as far as they reach. */
@Component
public final class TenantsInReach {
    private final LiveRevisions live;

    TenantsInReach(LiveRevisions live) {
        this.live = live;
    }

    /**
     * For what has no meaning without tenants.
     *
     * @throws Problem CONFLICT where accounts belong to none by the model
     */
    public static void requireTenants(AccountModel model) {
        if (!model.tenants().present()) {
            throw Problem.of(
                    ProblemKind.CONFLICT,
                    "The model has no tenants. Publish one with `tenants: { membership: many }` first.");
        }
    }

    /** As activity tells of it. */
    public static Map<String, String> about(TenantId tenant) {
        return Map.of("tenant", tenant.toString());
    }

    /** In a transaction within the tenant, if the permission reaches it. What is out of reach is not there. */
    public <T> T in(String tenant, Caller caller, CuentaPermission permission, BiFunction<TenantId, Work, T> use) {
        return live.with(revision -> {
            Scope scope = caller.scope(permission, revision.model());
            return revision.write(scope, work -> {
                TenantId found = found(tenant, work);
                if (scope.tenant().filter(own -> !own.equals(found)).isPresent()) {
                    throw noSuchTenant();
                }
                return use.apply(found, work);
            });
        });
    }

    /** In a transaction within the tenant, if it is the caller's own or theirs to decide about, whichever the request is in. */
    <T> T reached(String tenant, Caller caller, BiFunction<TenantId, Work, T> use) {
        return live.with(revision -> {
            TenantId found = revision.read(Scope.EVERYWHERE, work -> found(tenant, work));
            if (!caller.reaches(found, revision.model())
                    && !caller.mayIn(found, CuentaPermission.TENANTS_WRITE, revision.model())) {
                throw outOfReach(caller, revision.model());
            }
            return revision.write(Scope.within(found), work -> use.apply(found, work));
        });
    }

    static TenantId found(String named, Work work) {
        return tenant(named, work).id();
    }

    static Tenant tenant(String named, Work work) {
        return new Tenants(work).find(named).orElseThrow(TenantsInReach::noSuchTenant);
    }

    /** Of a tenant that is not the caller's own. */
    static Problem outOfReach(Caller caller, AccountModel model) {
        return caller.hasToSayAll(model) && !caller.allTenants()
                ? Problem.of(
                        ProblemKind.NOT_FOUND,
                        "None of your own tenants is called so. Say that all are meant: " + CurrentTenant.SAYING_ALL)
                : noSuchTenant();
    }

    private static Problem noSuchTenant() {
        return Problem.of(
                ProblemKind.NOT_FOUND, "There is no such tenant within your reach. GET /v1/tenants lists yours.");
    }
}
