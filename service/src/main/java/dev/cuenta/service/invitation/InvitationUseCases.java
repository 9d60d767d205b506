package dev.cuenta.service.invitation;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.account.AccountRecord;
import dev.cuenta.core.account.Scope;
import dev.cuenta.core.activity.Action;
import dev.cuenta.core.finding.Nearest;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Role;
import dev.cuenta.core.permission.CuentaPermission;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import dev.cuenta.service.account.Accepted;
import dev.cuenta.service.account.RoleChange;
import dev.cuenta.service.body.Given;
import dev.cuenta.service.caller.Caller;
import dev.cuenta.service.caller.Tokens;
import dev.cuenta.service.tenant.TenantsInReach;
import dev.cuenta.store.account.Accounts;
import dev.cuenta.store.activity.Activity;
import dev.cuenta.store.invitation.Invitations;
import dev.cuenta.store.live.LiveRevisions;
import dev.cuenta.store.live.Work;
import dev.cuenta.wire.invitation.Invitation;
import dev.cuenta.wire.invitation.InvitationAccepted;
import dev.cuenta.wire.invitation.InvitationRequest;
import java.time.Duration;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Inviting people to tenants, and accepting. */
@Component
final class InvitationUseCases {
    private static final int DAYS = 7;
    private static final int MOST_DAYS = 90;
    private static final int LONGEST_ADDRESS = 254;
    /** What an address is, as far as it can be told before a mail comes back (RFC 5321 section 2.3.11). */
    private static final Pattern ADDRESS =
            Pattern.compile("[^\\s@\\p{Cntrl}]+@[^\\s@\\p{Cntrl}]+\\.[^\\s@\\p{Cntrl}]+");

    private final LiveRevisions live;
    private final TenantsInReach tenants;

    InvitationUseCases(LiveRevisions live, TenantsInReach tenants) {
        this.live = live;
        this.tenants = tenants;
    }

    /** Roles that come with it are those that the caller could give there now. */
    Invitation invite(Caller caller, String tenant, InvitationRequest wish) {
        int days = wish.days() == null ? DAYS : wish.days();
        if (days < 1 || days > MOST_DAYS) {
            throw Problem.invalid("/days", "range", "An invitation is good for 1 to " + MOST_DAYS + " days.");
        }
        String address = address(wish.address());
        boolean mail = Boolean.TRUE.equals(wish.mail());
        if (mail && address == null) {
            throw Problem.invalid("/address", "required", "Give the address to which it is sent.");
        }
        live.with(revision -> {
            TenantsInReach.requireTenants(revision.model());
            return revision;
        });
        return tenants.in(tenant, caller, CuentaPermission.MEMBERSHIPS_INVITE, (found, work) -> {
            AccountModel model = work.revision().model();
            Set<Role> roles = roles(wish.roles(), model);
            RoleChange.require(caller, roles, List.of(Scope.within(found)), model, "/roles");
            Invitations invitations = new Invitations(work);
            invitations.sweep();
            String token = Tokens.create(Tokens.INVITATION);
            dev.cuenta.store.invitation.Invitation made = invitations.add(
                    new Invitations.Wanted(
                            found,
                            address,
                            roles.stream().map(Role::number).toList(),
                            caller.giver(),
                            Duration.ofDays(days)),
                    Tokens.hash(token));
            new Activity(work).add(Action.INVITATION_MADE, null, caller.origin(), TenantsInReach.about(found));
            return mail
                    ? InvitationWire.of(invitations.mail(made.id(), found), model, null)
                    : InvitationWire.of(made, model, token);
        });
    }

    private static @Nullable String address(@Nullable String given) {
        if (given == null) {
            return null;
        }
        String address = given.strip().toLowerCase(Locale.ROOT);
        if (address.length() > LONGEST_ADDRESS || !ADDRESS.matcher(address).matches()) {
            throw Problem.invalid("/address", "format", "Give a mail address, such as ines@marea.example.");
        }
        return address;
    }

    private static Set<Role> roles(@Nullable List<String> names, AccountModel model) {
        Set<Role> roles = new LinkedHashSet<>();
        for (String name : names == null ? List.<String>of() : names) {
            Role role = model.roles().get(name);
            if (role == null) {
                throw Problem.invalid(
                        "/roles",
                        "unknown",
                        "The live model has no role `" + name + "`. "
                                + Nearest.advice(name, model.roles().keySet()));
            }
            if (!role.withinTenant()) {
                throw Problem.invalid(
                        "/roles", "tenant", "`" + name + "` counts everywhere; an invitation brings a tenant's roles.");
            }
            roles.add(role);
        }
        return roles;
    }

    List<Invitation> list(Caller caller, String tenant) {
        return tenants.in(
                tenant,
                caller,
                CuentaPermission.MEMBERSHIPS_INVITE,
                (found, work) -> new Invitations(work)
                        .of(found).stream()
                                .map(invitation -> InvitationWire.of(
                                        invitation, work.revision().model(), null))
                                .toList());
    }

    /** Sends it, or sends it again; a link that was sent before is good for nothing then. */
    Invitation mail(Caller caller, String tenant, String invitation) {
        return tenants.in(tenant, caller, CuentaPermission.MEMBERSHIPS_INVITE, (found, work) -> {
            dev.cuenta.store.invitation.Invitation open = Given.uuid(invitation)
                    .flatMap(id -> new Invitations(work).find(id, found))
                    .orElseThrow(InvitationUseCases::noSuchInvitation);
            if (open.address() == null) {
                throw Problem.of(ProblemKind.CONFLICT, "The invitation is bound to no address, so it cannot be sent.");
            }
            return InvitationWire.of(
                    new Invitations(work).mail(open.id(), found),
                    work.revision().model(),
                    null);
        });
    }

    void withdraw(Caller caller, String tenant, String invitation) {
        tenants.in(tenant, caller, CuentaPermission.MEMBERSHIPS_INVITE, (found, work) -> {
            Optional<UUID> withdrawn = Given.uuid(invitation).filter(id -> new Invitations(work).withdraw(id, found));
            if (withdrawn.isEmpty()) {
                throw noSuchInvitation();
            }
            new Activity(work).add(Action.INVITATION_WITHDRAWN, null, caller.origin(), TenantsInReach.about(found));
            return found;
        });
    }

    private static Problem noSuchInvitation() {
        return Problem.of(ProblemKind.NOT_FOUND, "There is no such invitation. It may have been used.");
    }

    /** Whoever is signed in joins the tenant that invited them. */
    InvitationAccepted accept(Caller caller, String token) {
        AccountId own = Optional.ofNullable(caller.account())
                .orElseThrow(() -> Problem.of(ProblemKind.FORBIDDEN, "Only a person accepts an invitation."));
        return live.with(revision -> revision.write(Scope.EVERYWHERE, work -> accept(caller, own, token, work)));
    }

    private static InvitationAccepted accept(Caller caller, AccountId own, String token, Work work) {
        AccountRecord record = new Accounts(work).find(own).orElseThrow();
        Accepted accepted = Accepted.of(token, record.values(), work);
        List<String> roles = accepted.join(own, work.revision().model().kindNamed(record.kind()));
        new Activity(work).add(Action.MEMBER_JOINED, own, caller.origin(), TenantsInReach.about(accepted.tenant()));
        return new InvitationAccepted(accepted.tenant().value(), roles);
    }
}
