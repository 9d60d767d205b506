package dev.cuenta.service.role;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.account.Scope;
import dev.cuenta.core.account.TenantId;
import dev.cuenta.core.activity.Action;
import dev.cuenta.core.model.Role;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import dev.cuenta.core.role.GrantTerms;
import dev.cuenta.core.role.RoleGrant;
import dev.cuenta.core.role.RoleGrant.State;
import dev.cuenta.service.account.AccountUseCases;
import dev.cuenta.service.account.Reach;
import dev.cuenta.service.account.RoleChange;
import dev.cuenta.service.caller.Caller;
import dev.cuenta.store.account.Changeable;
import dev.cuenta.store.activity.Activity;
import dev.cuenta.store.live.LiveRevisions;
import dev.cuenta.store.live.Work;
import dev.cuenta.store.role.GivenRoles;
import dev.cuenta.store.role.Giver;
import dev.cuenta.store.role.RoleGrants;
import dev.cuenta.wire.role.RoleTerms;
import java.time.Clock;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Giving and taking a role, with a reason, for as long as it is said; a role that counts within a tenant, in the caller's current one. */
@Component
final class RoleGiving {
    private final LiveRevisions live;
    private final Clock clock;

    RoleGiving(LiveRevisions live, Clock clock) {
        this.live = live;
        this.clock = clock;
    }

    /** One role of one account, in a place that is the caller's to decide about. */
    private record Decision(
            Caller caller,
            Changeable account,
            Role role,
            @Nullable TenantId tenant,
            Work work) {
        GivenRoles roles() {
            return new GivenRoles(work);
        }

        /** One that administers for good may not be the last that goes. */
        void guard() {
            if (role.administers()) {
                AccountUseCases.guardLastAdministrator(work, account.record());
            }
        }

        void note(Action action, GrantTerms terms, boolean waiting) {
            Map<String, Object> details = new LinkedHashMap<>();
            details.put("role", role.name());
            Optional.ofNullable(tenant).ifPresent(it -> details.put("tenant", it.toString()));
            Optional.ofNullable(terms.reason()).ifPresent(it -> details.put("reason", it));
            Optional.ofNullable(terms.starts()).ifPresent(it -> details.put("starts", it.toString()));
            Optional.ofNullable(terms.ends()).ifPresent(it -> details.put("ends", it.toString()));
            if (waiting) {
                details.put("waiting", true);
            }
            new Activity(work).add(action, account.id(), caller.origin(), details);
        }

        RoleGrant grant() {
            return new RoleGrants(work)
                    .of(account.id()).stream()
                            .filter(grant -> grant.role().role().equals(role.name())
                                    && Objects.equals(grant.role().tenant(), tenant))
                            .findFirst()
                            .orElseThrow();
        }
    }

    private interface Deciding<T> {
        T decide(Decision decision);
    }

    /** Gives it, or, where it was given before, gives it anew under these terms. */
    dev.cuenta.wire.role.RoleGrant give(Caller caller, AccountId id, String role, RoleTerms sent) {
        GrantTerms terms = new GrantTerms(sent.reason(), sent.starts(), sent.ends());
        terms.fault(clock.instant()).ifPresent(fault -> {
            throw Problem.invalid("/" + fault.component(), fault.code(), fault.message());
        });
        return decide(caller, id, role, decision -> {
            if (terms.limited() || terms.starts() != null) {
                decision.guard();
            }
            Giver by = caller.giver();
            if (decision.tenant() == null) {
                decision.roles().give(decision.account().controlled(), decision.role(), terms, by);
            } else {
                decision.roles()
                        .give(decision.account().controlledWithin(decision.tenant()), decision.role(), terms, by);
            }
            RoleGrant grant = decision.grant();
            decision.note(Action.ROLE_GIVEN, terms, grant.state() == State.WAITING);
            return RoleWire.of(grant);
        });
    }

    /**
     * Lets a role count that waits: somebody else does than whoever gave it and whoever gets it, and they could have given it.
     *
     * @throws Problem NOT_FOUND where none waits for them
     */
    dev.cuenta.wire.role.RoleGrant approve(Caller caller, AccountId id, String role) {
        Giver by = caller.giver();
        if (by.person() == null && !by.alone()) {
            throw Problem.of(
                    ProblemKind.FORBIDDEN, "A service approves no roles. A person does, or the installation key.");
        }
        return decide(caller, id, role, decision -> {
            if (decision.account().id().equals(by.person())) {
                throw Problem.of(ProblemKind.FORBIDDEN, "Nobody approves a role of their own.");
            }
            boolean approved = decision.tenant() == null
                    ? decision.roles().approve(decision.account().controlled(), decision.role(), by)
                    : decision.roles()
                            .approve(decision.account().controlledWithin(decision.tenant()), decision.role(), by);
            if (!approved) {
                throw Problem.of(
                        ProblemKind.NOT_FOUND,
                        "No `" + role + "` waits there for your approval. Whoever gave a role does not approve it.");
            }
            decision.note(Action.ROLE_APPROVED, GrantTerms.PLAIN, false);
            return RoleWire.of(decision.grant());
        });
    }

    /** @throws Problem NOT_FOUND where it was not given */
    void take(Caller caller, AccountId id, String role, @Nullable String reason) {
        new GrantTerms(reason, null, null).fault(clock.instant()).ifPresent(fault -> {
            throw Problem.invalid("/" + fault.component(), fault.code(), fault.message());
        });
        decide(caller, id, role, decision -> {
            decision.guard();
            boolean taken = decision.tenant() == null
                    ? decision.roles().take(decision.account().controlled(), decision.role())
                    : decision.roles().take(decision.account().controlledWithin(decision.tenant()), decision.role());
            if (!taken) {
                throw Problem.of(
                        ProblemKind.NOT_FOUND, "The account has no role `" + role + "` there that could be taken.");
            }
            decision.note(Action.ROLE_TAKEN, new GrantTerms(reason, null, null), false);
            return decision;
        });
    }

    private <T> T decide(Caller caller, AccountId id, String name, Deciding<T> deciding) {
        return live.with(revision -> {
            Role role = RoleUseCases.role(name, revision.model());
            Reach reach = Reach.toChange(caller, id, revision.model());
            TenantId tenant = role.withinTenant() ? caller.tenant() : null;
            if (role.withinTenant() && tenant == null) {
                throw RoleChange.tenantMissing();
            }
            Scope where = tenant == null ? Scope.EVERYWHERE : Scope.within(tenant);
            RoleChange.require(caller, Set.of(role), List.of(where), revision.model(), "/role");
            return revision.write(
                    reach.scope(),
                    work -> deciding.decide(new Decision(caller, reach.change(work), role, tenant, work)));
        });
    }
}
