package dev.cuenta.service.tenant;

import dev.cuenta.core.access.Viewer;
import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.activity.Action;
import dev.cuenta.core.model.FieldPath;
import dev.cuenta.core.model.Kind;
import dev.cuenta.core.model.Role;
import dev.cuenta.core.permission.CuentaPermission;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.role.RoleGrant;
import dev.cuenta.core.role.RoleGrant.State;
import dev.cuenta.service.account.Reach;
import dev.cuenta.service.caller.Caller;
import dev.cuenta.store.account.Changeable;
import dev.cuenta.store.activity.Activity;
import dev.cuenta.store.live.LiveRevision;
import dev.cuenta.store.live.LiveRevisions;
import dev.cuenta.store.live.Work;
import dev.cuenta.store.role.GivenRoles;
import dev.cuenta.store.role.RoleGrants;
import dev.cuenta.store.tenant.Memberships;
import dev.cuenta.store.tenant.Tenant;
import dev.cuenta.wire.tenant.MemberMove;
import dev.cuenta.wire.tenant.MemberMoved;
import java.util.List;
import java.util.function.BiFunction;
import java.util.function.Predicate;
import org.springframework.stereotype.Component;

/** Moving an account from one tenant to another: only from outside of tenants, and in one step, so that it is never in none. */
@Component
final class MemberMoves {
    private final LiveRevisions live;

    MemberMoves(LiveRevisions live) {
        this.live = live;
    }

    /** One account, between two tenants. */
    private record Move(
            Changeable account, Tenant from, Tenant to, List<RoleGrant> grants, List<String> values, Work work) {
        Kind kind() {
            return work.revision().model().kindNamed(account.record().kind());
        }

        /** Which of its roles, where. */
        List<String> roles(Predicate<RoleGrant> which) {
            return grants.stream()
                    .filter(grant -> grant.state() != State.ENDED)
                    .filter(which)
                    .map(grant -> grant.role().role() + (grant.tenantName() == null ? "" : " in " + grant.tenantName()))
                    .toList();
        }

        boolean left(RoleGrant grant) {
            return from.id().equals(grant.role().tenant());
        }

        MemberMoved gaining(List<Role> roles) {
            return new MemberMoved(
                    roles.stream().map(role -> role.name() + " in " + to.name()).toList(),
                    roles(grant -> !left(grant)),
                    roles(this::left),
                    values);
        }
    }

    /** What it would do; which of the roles to be gained others exclude is only known when it is done. */
    MemberMoved preview(Caller caller, AccountId id, MemberMove wish) {
        return with(
                caller,
                id,
                wish,
                (move, work) -> move.gaining(work.revision().model().defaultRoles(move.kind()).stream()
                        .filter(Role::withinTenant)
                        .toList()));
    }

    /** Does it. */
    MemberMoved move(Caller caller, AccountId id, MemberMove wish) {
        return with(caller, id, wish, (move, work) -> {
            Memberships memberships = new Memberships(work);
            memberships.leave(move.account().controlledWithin(move.from().id()));
            memberships.join(move.account().id(), move.to().id());
            List<Role> gained = new GivenRoles(work)
                    .giveDefaults(move.account().controlled().within(move.to().id()), move.kind());
            Activity activity = new Activity(work);
            activity.add(
                    Action.MEMBER_LEFT,
                    move.account().id(),
                    caller.origin(),
                    TenantsInReach.about(move.from().id()));
            activity.add(
                    Action.MEMBER_JOINED,
                    move.account().id(),
                    caller.origin(),
                    TenantsInReach.about(move.to().id()));
            return move.gaining(gained);
        });
    }

    private <T> T with(Caller caller, AccountId id, MemberMove wish, BiFunction<Move, Work, T> use) {
        return live.with(revision -> {
            caller.requireEverywhere(CuentaPermission.MEMBERSHIPS_WRITE, revision.model());
            Reach reach = Reach.toChange(caller, id, revision.model());
            return revision.write(reach.scope(), work -> {
                Tenant from = TenantsInReach.tenant(wish.from(), work);
                Tenant to = TenantsInReach.tenant(wish.to(), work);
                Changeable account = reach.change(work);
                require(account, from, to);
                List<RoleGrant> grants = new RoleGrants(work).of(account.id());
                return use.apply(new Move(account, from, to, grants, values(caller, account, from, work), work), work);
            });
        });
    }

    /** What goes with the membership, of what the caller may read. */
    private static List<String> values(Caller caller, Changeable account, Tenant from, Work work) {
        LiveRevision revision = work.revision();
        Viewer viewer = caller.viewer(revision.model(), account.record());
        return account.record().tenants().stream()
                .filter(membership -> membership.id().equals(from.id()))
                .flatMap(membership -> membership.values().keySet().stream())
                .filter(path -> revision.model()
                        .field(path)
                        .filter(field -> revision.matrix().reads(viewer, field))
                        .isPresent())
                .map(FieldPath::toString)
                .sorted()
                .toList();
    }

    private static void require(Changeable account, Tenant from, Tenant to) {
        if (!belongs(account, from)) {
            throw Problem.invalid("/from", "unknown", "The account does not belong to " + from.name() + ".");
        }
        if (belongs(account, to)) {
            throw Problem.invalid("/to", "taken", "The account belongs to " + to.name() + " already.");
        }
        if (to.suspended()) {
            throw Tenant.closed(to.name());
        }
    }

    private static boolean belongs(Changeable account, Tenant tenant) {
        return account.record().tenants().stream()
                .anyMatch(membership -> membership.id().equals(tenant.id()));
    }
}
