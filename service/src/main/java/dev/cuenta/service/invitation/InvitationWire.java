package dev.cuenta.service.invitation;

import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Role;
import dev.cuenta.wire.Secret;
import dev.cuenta.wire.invitation.Invitation;
import org.jspecify.annotations.Nullable;

/** Invitations as they go over HTTP. */
final class InvitationWire {
    private InvitationWire() {}

    /** @param token null but when the invitation is made, and not mailed */
    static Invitation of(
            dev.cuenta.store.invitation.Invitation invitation, AccountModel model, @Nullable String token) {
        dev.cuenta.store.invitation.Invitation.Mail mail = invitation.mail();
        return new Invitation(
                invitation.id(),
                invitation.tenant().value(),
                invitation.address(),
                invitation.roles().stream()
                        .flatMap(number -> model.roleNumbered(number).stream())
                        .map(Role::name)
                        .toList(),
                invitation.by().author(),
                invitation.madeAt(),
                invitation.expires(),
                mail == null ? null : Invitation.Mail.valueOf(mail.name()),
                token == null ? null : new Secret(token));
    }
}
