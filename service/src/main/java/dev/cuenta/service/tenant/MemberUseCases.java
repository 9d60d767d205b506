package dev.cuenta.service.tenant;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.account.AccountRecord;
import dev.cuenta.core.account.Scope;
import dev.cuenta.core.account.TenantId;
import dev.cuenta.core.activity.Action;
import dev.cuenta.core.permission.CuentaPermission;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import dev.cuenta.service.account.Reach;
import dev.cuenta.service.caller.Caller;
import dev.cuenta.store.account.Accounts;
import dev.cuenta.store.account.Controlled;
import dev.cuenta.store.account.ControlledWithin;
import dev.cuenta.store.activity.Activity;
import dev.cuenta.store.live.LiveRevisions;
import dev.cuenta.store.role.GivenRoles;
import dev.cuenta.store.tenant.Memberships;
import org.springframework.stereotype.Component;

/** Who joins tenants and leaves them. */
@Component
final class MemberUseCases {
    private final LiveRevisions live;

    MemberUseCases(LiveRevisions live) {
        this.live = live;
    }

    /** Only from outside of tenants: whoever works within one would reach accounts of others that way. */
    void join(Caller caller, String tenant, AccountId account) {
        live.with(revision -> {
            Scope scope = caller.scope(CuentaPermission.MEMBERSHIPS_WRITE, revision.model());
            if (scope.tenant().isPresent()) {
                throw Problem.of(ProblemKind.FORBIDDEN, "Within a tenant, people are invited: cuenta tenants invite");
            }
            return revision.write(scope, work -> {
                TenantId found = TenantsInReach.found(tenant, work);
                AccountRecord member = new Accounts(work).find(account).orElseThrow(MemberUseCases::noSuchMember);
                if (new Memberships(work).join(member.id(), found)) {
                    new GivenRoles(work)
                            .giveDefaults(
                                    Controlled.byCuenta(member.id()).within(found),
                                    revision.model().kindNamed(member.kind()));
                }
                new Activity(work).add(Action.MEMBER_JOINED, member.id(), caller.origin(), TenantsInReach.about(found));
                return found;
            });
        });
    }

    void leave(Caller caller, String tenant, AccountId account) {
        live.with(revision -> {
            Reach reach = caller.owns(account)
                    ? Reach.toChange(caller, account, revision.model())
                    : Reach.toLeave(caller, account, named(tenant), revision.model());
            return revision.write(reach.scope(), work -> {
                TenantId found = TenantsInReach.found(tenant, work);
                ControlledWithin member = reach.change(work).controlledWithin(found);
                if (!new Memberships(work).leave(member)) {
                    throw noSuchMember();
                }
                new Activity(work).add(Action.MEMBER_LEFT, account, caller.origin(), TenantsInReach.about(found));
                return found;
            });
        });
    }

    private TenantId named(String tenant) {
        return live.with(revision -> revision.read(Scope.EVERYWHERE, work -> TenantsInReach.found(tenant, work)));
    }

    private static Problem noSuchMember() {
        return Problem.of(ProblemKind.NOT_FOUND, "There is no such account within your reach.");
    }
}
