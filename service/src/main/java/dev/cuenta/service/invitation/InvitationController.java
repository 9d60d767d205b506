package dev.cuenta.service.invitation;

import dev.cuenta.service.caller.Caller;
import dev.cuenta.wire.Items;
import dev.cuenta.wire.invitation.Invitation;
import dev.cuenta.wire.invitation.InvitationAcceptance;
import dev.cuenta.wire.invitation.InvitationAccepted;
import dev.cuenta.wire.invitation.InvitationRequest;
import io.swagger.v3.oas.annotations.Operation;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/v1")
final class InvitationController {
    private final InvitationUseCases invitations;

    InvitationController(InvitationUseCases invitations) {
        this.invitations = invitations;
    }

    @Operation(
            operationId = "invite",
            summary = "Invite somebody, by mail or with what the response shows once; bound to an address, with roles")
    @PostMapping("/tenants/{tenant}/invitations")
    @ResponseStatus(HttpStatus.CREATED)
    Invitation invite(Caller caller, @PathVariable String tenant, @RequestBody InvitationRequest wish) {
        return invitations.invite(caller, tenant, wish);
    }

    @Operation(operationId = "listInvitations", summary = "The open invitations")
    @GetMapping("/tenants/{tenant}/invitations")
    Items<Invitation> list(Caller caller, @PathVariable String tenant) {
        return new Items<>(invitations.list(caller, tenant));
    }

    @Operation(operationId = "mailInvitation", summary = "Send an invitation to its address, or send it again")
    @PostMapping("/tenants/{tenant}/invitations/{id}/mail")
    Invitation mail(Caller caller, @PathVariable String tenant, @PathVariable String id) {
        return invitations.mail(caller, tenant, id);
    }

    @Operation(operationId = "withdrawInvitation", summary = "Take an invitation back")
    @DeleteMapping("/tenants/{tenant}/invitations/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void withdraw(Caller caller, @PathVariable String tenant, @PathVariable String id) {
        invitations.withdraw(caller, tenant, id);
    }

    @Operation(operationId = "acceptInvitation", summary = "Join the tenant of an invitation")
    @PostMapping("/me/memberships")
    InvitationAccepted accept(Caller caller, @RequestBody InvitationAcceptance acceptance) {
        return invitations.accept(caller, acceptance.invitation().value());
    }
}
