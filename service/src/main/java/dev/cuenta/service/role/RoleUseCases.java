package dev.cuenta.service.role;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.account.AccountRecord;
import dev.cuenta.core.account.Needs;
import dev.cuenta.core.account.Scope;
import dev.cuenta.core.account.TenantId;
import dev.cuenta.core.finding.Nearest;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Role;
import dev.cuenta.core.permission.CuentaPermission;
import dev.cuenta.core.permission.Permission;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.role.Explanation;
import dev.cuenta.core.role.KnownPermissions;
import dev.cuenta.core.role.RoleGrant;
import dev.cuenta.service.account.Names;
import dev.cuenta.service.account.Reach;
import dev.cuenta.service.caller.Caller;
import dev.cuenta.store.live.LiveRevision;
import dev.cuenta.store.live.LiveRevisions;
import dev.cuenta.store.live.Work;
import dev.cuenta.store.role.RoleGrants;
import dev.cuenta.store.role.RoleGrants.Place;
import dev.cuenta.wire.role.PermissionExplanation;
import java.util.Collection;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Which roles there are, who has them, and why somebody may do something. */
@Component
final class RoleUseCases {
    private static final int LONGEST_PAGE = 200;
    private static final Needs MEMBERSHIPS = new Needs(Set.of(), false, true, false);

    private final LiveRevisions live;

    RoleUseCases(LiveRevisions live) {
        this.live = live;
    }

    /** Those of the live model, by their numbers. */
    List<dev.cuenta.wire.role.Role> catalogue(Caller caller) {
        return live.with(revision -> {
            caller.scope(CuentaPermission.ACCOUNTS_READ, revision.model());
            return revision.model().roles().values().stream()
                    .sorted(Comparator.comparingInt(Role::number))
                    .map(RoleWire::of)
                    .toList();
        });
    }

    /**
     * All that an account was given, as far as it counts in the caller's reach.
     *
     * @param id null for the caller's own
     */
    dev.cuenta.wire.role.RoleGrants of(Caller caller, @Nullable AccountId id) {
        return live.with(revision -> {
            Reach reach = Reach.toRead(caller, id, revision.model());
            List<RoleGrant> grants = revision.read(
                    reach.scope(),
                    work -> new RoleGrants(work)
                            .of(reach.read(work, MEMBERSHIPS).id()));
            return new dev.cuenta.wire.role.RoleGrants(
                    RoleWire.all(grants), names(grants, caller, revision, reach.scope()), null);
        });
    }

    /** Whom a role was given to. */
    dev.cuenta.wire.role.RoleGrants holders(Caller caller, String name, int limit, @Nullable String after) {
        if (limit < 1 || limit > LONGEST_PAGE) {
            throw Problem.invalid("/limit", "range", "`limit` must be from 1 to " + LONGEST_PAGE + ".");
        }
        return live.with(revision -> {
            Scope scope = caller.scope(CuentaPermission.ACCOUNTS_READ, revision.model());
            Role role = role(name, revision.model());
            List<RoleGrant> found = revision.read(
                    scope,
                    work -> new RoleGrants(work)
                            .holders(role, after == null ? null : Places.read(after, work), limit + 1));
            boolean more = found.size() > limit;
            List<RoleGrant> shown = more ? found.subList(0, limit) : found;
            return new dev.cuenta.wire.role.RoleGrants(
                    RoleWire.all(shown),
                    names(shown, caller, revision, scope),
                    more ? Places.written(shown.get(limit - 1)) : null);
        });
    }

    /** Those that wait for the approval of a second person. */
    dev.cuenta.wire.role.RoleGrants waiting(Caller caller) {
        return live.with(revision -> {
            Scope scope = caller.scope(CuentaPermission.ACCOUNTS_READ, revision.model());
            List<RoleGrant> found = revision.read(scope, work -> new RoleGrants(work).waiting(LONGEST_PAGE));
            return new dev.cuenta.wire.role.RoleGrants(
                    RoleWire.all(found), names(found, caller, revision, scope), null);
        });
    }

    /**
     * Through which roles an account may do something, or what is missing; in the caller's current tenant, or outside of tenants.
     *
     * @param id null for the caller's own
     */
    PermissionExplanation explain(Caller caller, @Nullable AccountId id, String permission) {
        return live.with(revision -> {
            AccountModel model = revision.model();
            Reach reach = Reach.toRead(caller, id, model);
            KnownPermissions.require(permission, model);
            Explanation explanation = revision.read(reach.scope(), work -> {
                AccountRecord account = reach.read(work, MEMBERSHIPS);
                return Explanation.of(
                        model,
                        new RoleGrants(work).of(account.id()),
                        account.demandingTenants(),
                        Permission.of(permission),
                        caller.tenant());
            });
            return new PermissionExplanation(
                    explanation.allowed(),
                    RoleWire.all(explanation.because()),
                    explanation.missing(),
                    names(explanation.because(), caller, revision, reach.scope()));
        });
    }

    static Role role(String name, AccountModel model) {
        return Optional.ofNullable(model.roles().get(name))
                .orElseThrow(() -> Problem.invalid(
                        "/role",
                        "unknown",
                        "The live model has no role `" + name + "`. "
                                + Nearest.advice(name, model.roles().keySet())));
    }

    private static Map<String, String> names(
            Collection<RoleGrant> grants, Caller caller, LiveRevision revision, Scope scope) {
        return Names.of(RoleWire.accounts(grants), caller, revision, scope);
    }

    /** How a place in a list of holders is written: whose grant comes before, and in which tenant. */
    private static final class Places {
        private Places() {}

        static String written(RoleGrant grant) {
            TenantId tenant = grant.role().tenant();
            return grant.account().text() + (tenant == null ? "" : "." + tenant);
        }

        static Place read(String text, Work work) {
            String[] parts = text.split("\\.", 2);
            AccountId account = new AccountId(parts[0]);
            Optional<TenantId> tenant = parts.length == 2 ? TenantId.parse(parts[1]) : Optional.empty();
            if (work.keys().find(account).isEmpty() || tenant.isPresent() != (parts.length == 2)) {
                throw Problem.invalid("/after", "type", "Take `next` of the page before as it is.");
            }
            return new Place(account, tenant.orElse(null));
        }
    }
}
