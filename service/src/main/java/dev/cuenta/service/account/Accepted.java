package dev.cuenta.service.account;

import dev.cuenta.core.access.Entitlements;
import dev.cuenta.core.access.GivingRule;
import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.account.Scope;
import dev.cuenta.core.account.TenantId;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.FieldPath;
import dev.cuenta.core.model.Kind;
import dev.cuenta.core.model.Role;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.role.RoleGrant;
import dev.cuenta.core.role.RoleGrant.State;
import dev.cuenta.core.type.FieldType.Delivery;
import dev.cuenta.service.caller.Tokens;
import dev.cuenta.store.account.Controlled;
import dev.cuenta.store.account.ControlledWithin;
import dev.cuenta.store.invitation.Invitation;
import dev.cuenta.store.invitation.Invitations;
import dev.cuenta.store.live.Work;
import dev.cuenta.store.role.GivenRoles;
import dev.cuenta.store.role.RoleGrants;
import dev.cuenta.store.tenant.Memberships;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * An invitation that somebody accepts, new or there already: used up, for the address that it is bound to, and with what comes with it.
 */
public final class Accepted {
    private final Invitation invitation;
    private final Work work;

    private Accepted(Invitation invitation, Work work) {
        this.invitation = invitation;
        this.work = work;
    }

    /**
     * Takes it.
     *
     * @param values of the account that accepts it
     * @throws Problem INVALID for one that is not known, or bound to another address
     */
    public static Accepted of(String token, Map<FieldPath, @Nullable Object> values, Work work) {
        Invitation invitation = new Invitations(work)
                .take(Tokens.hash(token))
                .orElseThrow(() -> Problem.invalid("/invitation", "unknown", Tokens.NO_INVITATION));
        String address = invitation.address();
        if (address != null && !reachedAt(address, values, work.revision().model())) {
            throw Problem.invalid(
                    "/invitation",
                    "address",
                    "The invitation is for somebody else: your account does not have the address that it was made for.");
        }
        return new Accepted(invitation, work);
    }

    private static boolean reachedAt(String address, Map<FieldPath, @Nullable Object> values, AccountModel model) {
        return model.fields().values().stream()
                .filter(field -> field.type().isReachedBy(Delivery.MAIL))
                .map(field -> values.get(field.path()))
                .anyMatch(value -> value != null && value.toString().equalsIgnoreCase(address));
    }

    public TenantId tenant() {
        return invitation.tenant();
    }

    /**
     * Makes the account a member, with the tenant's default roles and those of the invitation: as far as whoever invited could still
     * give them.
     *
     * @return the names of the roles
     */
    public List<String> join(AccountId account, Kind kind) {
        List<Role> given = new ArrayList<>();
        if (new Memberships(work).join(account, invitation.tenant())) {
            given.addAll(new GivenRoles(work).giveDefaults(member(account), kind));
        }
        given.addAll(give(account));
        return given.stream().map(Role::name).toList();
    }

    /** Gives a member what the invitation brings, as far as whoever invited could still give it. */
    List<Role> give(AccountId account) {
        return new GivenRoles(work).giveJoining(member(account), invited(), invitation.by());
    }

    private ControlledWithin member(AccountId account) {
        return Controlled.byCuenta(account).within(invitation.tenant());
    }

    private List<Role> invited() {
        AccountModel model = work.revision().model();
        Scope there = Scope.within(invitation.tenant());
        AccountId person = invitation.by().person();
        Optional<GivingRule> rule = Optional.ofNullable(person).map(inviter -> rule(inviter, model));
        return invitation.roles().stream()
                .flatMap(number -> model.roleNumbered(number).stream())
                .filter(Role::withinTenant)
                .filter(role ->
                        rule.isEmpty() || rule.get().refusal(role, there).isEmpty())
                .toList();
    }

    /** Of somebody who may be gone by now, and gives nothing then. */
    private GivingRule rule(AccountId inviter, AccountModel model) {
        List<RoleGrant> grants = work.keys().find(inviter).isPresent() ? new RoleGrants(work).of(inviter) : List.of();
        return new GivingRule(Entitlements.of(
                model,
                grants.stream()
                        .filter(grant -> grant.state() == State.IN_EFFECT)
                        .map(RoleGrant::role)
                        .toList()));
    }
}
