package dev.cuenta.service.role;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.service.caller.Caller;
import dev.cuenta.wire.Items;
import dev.cuenta.wire.role.PermissionExplanation;
import dev.cuenta.wire.role.Role;
import dev.cuenta.wire.role.RoleGrant;
import dev.cuenta.wire.role.RoleGrants;
import dev.cuenta.wire.role.RoleTerms;
import io.swagger.v3.oas.annotations.Operation;
import io.swagger.v3.oas.annotations.Parameter;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/v1")
final class RoleController {
    private final RoleUseCases roles;
    private final RoleGiving giving;

    RoleController(RoleUseCases roles, RoleGiving giving) {
        this.roles = roles;
        this.giving = giving;
    }

    @Operation(operationId = "listRoles", summary = "The roles of the live model, by their numbers")
    @GetMapping("/roles")
    Items<Role> list(Caller caller) {
        return new Items<>(roles.catalogue(caller));
    }

    @Operation(operationId = "listRoleHolders", summary = "Whom a role was given to")
    @GetMapping("/roles/{role}/holders")
    RoleGrants holders(
            Caller caller,
            @PathVariable String role,
            @Parameter(description = "1 to 200") @RequestParam(defaultValue = "50") int limit,
            @Parameter(description = "`next` of the page before") @RequestParam(required = false) @Nullable
                    String after) {
        return roles.holders(caller, role, limit, after);
    }

    @Operation(operationId = "listOwnRoles", summary = "The roles that the caller was given")
    @GetMapping("/me/roles")
    RoleGrants own(Caller caller) {
        return roles.of(caller, null);
    }

    @Operation(
            operationId = "listRolesOf",
            summary = "The roles that an account was given; those that ended and those to come, too")
    @GetMapping("/accounts/{id}/roles")
    RoleGrants of(Caller caller, @PathVariable String id) {
        return roles.of(caller, new AccountId(id));
    }

    @Operation(
            operationId = "giveRole",
            summary = "Give a role, with a reason and for a time; one that counts within a tenant, in the current one")
    @PutMapping("/accounts/{id}/roles/{role}")
    RoleGrant give(Caller caller, @PathVariable String id, @PathVariable String role, @RequestBody RoleTerms terms) {
        return giving.give(caller, new AccountId(id), role, terms);
    }

    @Operation(
            operationId = "approveRole",
            summary = "Approve a role that somebody else gave; one that counts within a tenant, in the current one")
    @PostMapping("/accounts/{id}/roles/{role}/approval")
    RoleGrant approve(Caller caller, @PathVariable String id, @PathVariable String role) {
        return giving.approve(caller, new AccountId(id), role);
    }

    @Operation(
            operationId = "listWaitingRoles",
            summary = "The first 200 roles that wait for a second person's approval")
    @GetMapping("/approvals")
    RoleGrants waiting(Caller caller) {
        return roles.waiting(caller);
    }

    @Operation(operationId = "takeRole", summary = "Take a role, in the current tenant where it counts within one")
    @DeleteMapping("/accounts/{id}/roles/{role}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void take(
            Caller caller,
            @PathVariable String id,
            @PathVariable String role,
            @Parameter(description = "for people, in activity") @RequestParam(required = false) @Nullable
                    String reason) {
        giving.take(caller, new AccountId(id), role, reason);
    }

    @Operation(operationId = "explainOwnPermission", summary = "Why the caller may do something, or may not")
    @GetMapping("/me/explanation")
    PermissionExplanation explainOwn(Caller caller, @RequestParam String permission) {
        return roles.explain(caller, null, permission);
    }

    @Operation(
            operationId = "explainPermission",
            summary = "Why an account may do something, or may not, in the current tenant or outside of tenants")
    @GetMapping("/accounts/{id}/explanation")
    PermissionExplanation explain(Caller caller, @PathVariable String id, @RequestParam String permission) {
        return roles.explain(caller, new AccountId(id), permission);
    }
}
