package dev.cuenta.service.tenant;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.service.caller.Caller;
import dev.cuenta.wire.Items;
import dev.cuenta.wire.tenant.Invitation;
import dev.cuenta.wire.tenant.InvitationAcceptance;
import dev.cuenta.wire.tenant.InvitationAccepted;
import dev.cuenta.wire.tenant.NewTenant;
import dev.cuenta.wire.tenant.Tenant;
import dev.cuenta.wire.tenant.TenantAdded;
import dev.cuenta.wire.tenant.TenantChange;
import io.swagger.v3.oas.annotations.Operation;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PatchMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/v1")
final class TenantController {
    private final TenantUseCases tenants;

    TenantController(TenantUseCases tenants) {
        this.tenants = tenants;
    }

    @Operation(operationId = "listTenants", summary = "List tenants, oldest first")
    @GetMapping("/tenants")
    Items<Tenant> list(Caller caller) {
        return new Items<>(tenants.list(caller));
    }

    @Operation(operationId = "addTenant", summary = "Add a tenant")
    @PostMapping("/tenants")
    @ResponseStatus(HttpStatus.CREATED)
    TenantAdded add(Caller caller, @RequestBody NewTenant tenant) {
        return new TenantAdded(tenants.add(caller, tenant.name()).value());
    }

    @Operation(operationId = "changeTenant", summary = "Say whether a tenant demands a second factor")
    @PatchMapping("/tenants/{tenant}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void change(Caller caller, @PathVariable String tenant, @RequestBody TenantChange change) {
        tenants.demandSecondFactor(caller, tenant, change.secondFactor());
    }

    @Operation(operationId = "addMember", summary = "Make an account a member")
    @PutMapping("/tenants/{tenant}/members/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void join(Caller caller, @PathVariable String tenant, @PathVariable String id) {
        tenants.join(caller, tenant, new AccountId(id));
    }

    @Operation(operationId = "removeMember", summary = "End a membership")
    @DeleteMapping("/tenants/{tenant}/members/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void leave(Caller caller, @PathVariable String tenant, @PathVariable String id) {
        tenants.leave(caller, tenant, new AccountId(id));
    }

    @Operation(operationId = "invite", summary = "Invite somebody; the response shows the invitation once")
    @PostMapping("/tenants/{tenant}/invitations")
    @ResponseStatus(HttpStatus.CREATED)
    Invitation invite(Caller caller, @PathVariable String tenant) {
        return tenants.invite(caller, tenant);
    }

    @Operation(operationId = "listInvitations", summary = "The open invitations")
    @GetMapping("/tenants/{tenant}/invitations")
    Items<Invitation> invitations(Caller caller, @PathVariable String tenant) {
        return new Items<>(tenants.invitations(caller, tenant));
    }

    @Operation(operationId = "withdrawInvitation", summary = "Take an invitation back")
    @DeleteMapping("/tenants/{tenant}/invitations/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void withdraw(Caller caller, @PathVariable String tenant, @PathVariable String id) {
        tenants.withdraw(caller, tenant, id);
    }

    @Operation(operationId = "acceptInvitation", summary = "Join the tenant of an invitation")
    @PostMapping("/me/memberships")
    InvitationAccepted accept(Caller caller, @RequestBody InvitationAcceptance acceptance) {
        return new InvitationAccepted(
                tenants.accept(caller, acceptance.invitation().value()).value());
    }
}
