package dev.cuenta.service.tenant;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.account.Scope;
import dev.cuenta.core.account.TenantId;
import dev.cuenta.core.activity.Action;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.permission.CuentaPermission;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import dev.cuenta.service.account.Reach;
import dev.cuenta.service.body.Given;
import dev.cuenta.service.caller.Caller;
import dev.cuenta.service.caller.Tokens;
import dev.cuenta.store.account.Accounts;
import dev.cuenta.store.account.ControlledWithin;
import dev.cuenta.store.activity.Activity;
import dev.cuenta.store.live.LiveRevisions;
import dev.cuenta.store.live.Work;
import dev.cuenta.store.tenant.Invitations;
import dev.cuenta.store.tenant.Tenant;
import dev.cuenta.store.tenant.Tenants;
import dev.cuenta.wire.tenant.Invitation;
import java.time.Clock;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.BiFunction;
import org.springframework.stereotype.Component;

/** Making tenants, and who joins and leaves them. */
@Component
final class TenantUseCases {
    private static final int SHOWN = 1000;
    private static final Duration GOOD_FOR = Duration.ofDays(7);

    private final LiveRevisions live;
    private final Clock clock;

    TenantUseCases(LiveRevisions live, Clock clock) {
        this.live = live;
        this.clock = clock;
    }

    /** The caller's own tenants; every tenant for whoever may read them all. */
    List<dev.cuenta.wire.tenant.Tenant> list(Caller caller) {
        return live.with(revision -> revision.read(Scope.EVERYWHERE, work -> {
            Tenants tenants = new Tenants(work);
            AccountId own = caller.account();
            boolean all = caller.entitlements(revision.model()).may(CuentaPermission.TENANTS_READ, Scope.EVERYWHERE);
            return (own == null || all ? tenants.list(SHOWN) : tenants.of(own))
                    .stream().map(TenantWire::of).toList();
        }));
    }

    TenantId add(Caller caller, String name) {
        String plain = name.strip();
        if (plain.isEmpty() || plain.length() > Tenant.LONGEST_NAME) {
            throw Problem.invalid("/name", "length", "Give a name of 1 to " + Tenant.LONGEST_NAME + " characters.");
        }
        return live.with(revision -> {
            caller.requireEverywhere(CuentaPermission.TENANTS_WRITE, revision.model());
            requireTenants(revision.model());
            return revision.write(Scope.EVERYWHERE, work -> {
                TenantId made = new Tenants(work).create(plain);
                new Activity(work).add(Action.TENANT_ADDED, null, caller.origin(), about(made));
                return made;
            });
        });
    }

    /** Whoever is a member there needs a second factor from now on, or no longer. */
    void demandSecondFactor(Caller caller, String tenant, boolean demanded) {
        in(tenant, caller, CuentaPermission.TENANTS_WRITE, (found, work) -> {
            new Tenants(work).demandSecondFactor(found, demanded);
            new Activity(work)
                    .add(
                            Action.TENANT_CHANGED,
                            null,
                            caller.origin(),
                            Map.of("tenant", found.toString(), "secondFactor", demanded));
            return found;
        });
    }

    private static void requireTenants(AccountModel model) {
        if (!model.tenants().present()) {
            throw Problem.of(
                    ProblemKind.CONFLICT,
                    "The model has no tenants. Publish one with `tenants: { membership: many }` first.");
        }
    }

    /** Only from outside of tenants: whoever works within one would reach accounts of others that way. */
    void join(Caller caller, String tenant, AccountId account) {
        live.with(revision -> {
            Scope scope = caller.scope(CuentaPermission.MEMBERSHIPS_WRITE, revision.model());
            if (scope.tenant().isPresent()) {
                throw Problem.of(ProblemKind.FORBIDDEN, "Within a tenant, people are invited: cuenta tenants invite");
            }
            return revision.write(scope, work -> {
                TenantId found = found(tenant, work);
                AccountId member = new Accounts(work)
                        .find(account)
                        .orElseThrow(TenantUseCases::noSuchMember)
                        .id();
                new Tenants(work).join(member, found);
                new Activity(work).add(Action.MEMBER_JOINED, member, caller.origin(), about(found));
                return found;
            });
        });
    }

    void leave(Caller caller, String tenant, AccountId account) {
        live.with(revision -> {
            Reach reach = caller.owns(account)
                    ? Reach.toChange(caller, account, revision.model())
                    : Reach.toLeave(caller, account, tenant(tenant), revision.model());
            return revision.write(reach.scope(), work -> {
                TenantId found = found(tenant, work);
                ControlledWithin member = reach.change(work).controlledWithin(found);
                if (!new Tenants(work).leave(member)) {
                    throw noSuchMember();
                }
                new Activity(work).add(Action.MEMBER_LEFT, account, caller.origin(), about(found));
                return found;
            });
        });
    }

    private static Map<String, String> about(TenantId tenant) {
        return Map.of("tenant", tenant.toString());
    }

    private static Problem noSuchMember() {
        return Problem.of(ProblemKind.NOT_FOUND, "There is no such account within your reach.");
    }

    Invitation invite(Caller caller, String tenant) {
        live.with(revision -> {
            requireTenants(revision.model());
            return revision;
        });
        return in(tenant, caller, CuentaPermission.MEMBERSHIPS_INVITE, (found, work) -> {
            Invitations invitations = new Invitations(work);
            invitations.sweep();
            new Activity(work).add(Action.INVITATION_MADE, null, caller.origin(), about(found));
            String token = Tokens.create(Tokens.INVITATION);
            return TenantWire.of(
                    invitations.add(
                            found,
                            Tokens.hash(token),
                            caller.author(),
                            clock.instant().plus(GOOD_FOR)),
                    token);
        });
    }

    List<Invitation> invitations(Caller caller, String tenant) {
        return in(
                tenant,
                caller,
                CuentaPermission.MEMBERSHIPS_INVITE,
                (found, work) -> new Invitations(work)
                        .of(found).stream()
                                .map(invitation -> TenantWire.of(invitation, null))
                                .toList());
    }

    void withdraw(Caller caller, String tenant, String invitation) {
        in(tenant, caller, CuentaPermission.MEMBERSHIPS_INVITE, (found, work) -> {
            if (!Given.uuid(invitation)
                    .filter(id -> new Invitations(work).withdraw(id, found))
                    .isPresent()) {
                throw Problem.of(ProblemKind.NOT_FOUND, "There is no such invitation. It may have been used.");
            }
            new Activity(work).add(Action.INVITATION_WITHDRAWN, null, caller.origin(), about(found));
            return found;
        });
    }

    /** Whoever is signed in joins the tenant that invited them. */
    TenantId accept(Caller caller, String token) {
        AccountId own = Optional.ofNullable(caller.account())
                .orElseThrow(() -> Problem.of(ProblemKind.FORBIDDEN, "Only a person accepts an invitation."));
        return live.with(revision -> revision.write(Scope.EVERYWHERE, work -> {
            TenantId tenant = new Invitations(work)
                    .take(Tokens.hash(token))
                    .orElseThrow(() -> Problem.invalid("/invitation", "unknown", Tokens.NO_INVITATION));
            new Tenants(work).join(own, tenant);
            new Activity(work).add(Action.MEMBER_JOINED, own, caller.origin(), about(tenant));
            return tenant;
        }));
    }

    /** In a transaction within the tenant, if the permission reaches it. What is out of reach is not there. */
    private <T> T in(String tenant, Caller caller, CuentaPermission permission, BiFunction<TenantId, Work, T> use) {
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

    private static TenantId found(String id, Work work) {
        return Optional.of(tenant(id)).filter(new Tenants(work)::exists).orElseThrow(TenantUseCases::noSuchTenant);
    }

    private static TenantId tenant(String id) {
        return TenantId.parse(id).orElseThrow(TenantUseCases::noSuchTenant);
    }

    private static Problem noSuchTenant() {
        return Problem.of(
                ProblemKind.NOT_FOUND, "There is no such tenant within your reach. GET /v1/tenants lists yours.");
    }
}
