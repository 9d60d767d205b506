package dev.cuenta.service.tenant;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.service.caller.Caller;
import dev.cuenta.wire.tenant.MemberMove;
import dev.cuenta.wire.tenant.MemberMoved;
import dev.cuenta.wire.tenant.NewTenant;
import dev.cuenta.wire.tenant.Tenant;
import dev.cuenta.wire.tenant.TenantAdded;
import dev.cuenta.wire.tenant.TenantChange;
import dev.cuenta.wire.tenant.TenantPage;
import dev.cuenta.wire.tenant.TenantRemoval;
import dev.cuenta.wire.tenant.TenantRemoved;
import io.swagger.v3.oas.annotations.Operation;
import io.swagger.v3.oas.annotations.Parameter;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PatchMapping;
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
final class TenantController {
    private final TenantUseCases tenants;
    private final MemberUseCases members;
    private final MemberMoves moves;

    TenantController(TenantUseCases tenants, MemberUseCases members, MemberMoves moves) {
        this.tenants = tenants;
        this.members = members;
        this.moves = moves;
    }

    @Operation(
            operationId = "listTenants",
            summary = "List tenants, oldest first; by name those whose name begins with something")
    @GetMapping("/tenants")
    TenantPage list(
            Caller caller,
            @Parameter(description = "1 to 200") @RequestParam(defaultValue = "50") int limit,
            @Parameter(description = "how the name begins, in any case") @RequestParam(required = false) @Nullable
                    String name,
            @Parameter(description = "those that are archived, and no others") @RequestParam(defaultValue = "false")
                    boolean archived,
            @Parameter(description = "RFC 7644, by what the model lets tenants have, such as: tenants.berths gt 100")
                    @RequestParam(required = false)
                    @Nullable
                    String filter,
            @Parameter(description = "`next` of the page before") @RequestParam(required = false) @Nullable
                    String after) {
        return tenants.list(caller, new TenantUseCases.Request(limit, name, archived, filter, after));
    }

    @Operation(operationId = "readTenant", summary = "Read a tenant; its id or its subdomain names it, here and below")
    @GetMapping("/tenants/{tenant}")
    Tenant read(Caller caller, @PathVariable String tenant) {
        return tenants.read(caller, tenant);
    }

    @Operation(operationId = "addTenant", summary = "Add a tenant")
    @PostMapping("/tenants")
    @ResponseStatus(HttpStatus.CREATED)
    TenantAdded add(Caller caller, @RequestBody NewTenant tenant) {
        return new TenantAdded(tenants.add(caller, tenant.name()).value());
    }

    @Operation(
            operationId = "changeTenant",
            summary =
                    "Change what a tenant is called and has, its subdomain, its domains and limits, whether it is suspended, archived, or demands a second factor")
    @PatchMapping("/tenants/{tenant}")
    Tenant change(Caller caller, @PathVariable String tenant, @RequestBody TenantChange change) {
        return tenants.change(caller, tenant, change);
    }

    @Operation(operationId = "previewTenantRemoval", summary = "What removing a tenant would take with it")
    @GetMapping("/tenants/{tenant}/removal")
    TenantRemoval removal(Caller caller, @PathVariable String tenant) {
        return tenants.removal(caller, tenant);
    }

    @Operation(
            operationId = "removeTenant",
            summary = "Remove a suspended tenant, thousands of memberships at a time: again until it is done")
    @DeleteMapping("/tenants/{tenant}")
    TenantRemoved remove(Caller caller, @PathVariable String tenant) {
        return tenants.remove(caller, tenant);
    }

    @Operation(operationId = "addMember", summary = "Make an account a member")
    @PutMapping("/tenants/{tenant}/members/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void join(Caller caller, @PathVariable String tenant, @PathVariable String id) {
        members.join(caller, tenant, new AccountId(id));
    }

    @Operation(operationId = "removeMember", summary = "End a membership")
    @DeleteMapping("/tenants/{tenant}/members/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void leave(Caller caller, @PathVariable String tenant, @PathVariable String id) {
        members.leave(caller, tenant, new AccountId(id));
    }

    @Operation(
            operationId = "previewMove",
            summary = "What moving an account from one tenant to another would do to its roles")
    @GetMapping("/accounts/{id}/move")
    MemberMoved previewMove(
            Caller caller,
            @PathVariable String id,
            @Parameter(description = "id or subdomain of the tenant that it leaves") @RequestParam String from,
            @Parameter(description = "id or subdomain of the one that it joins") @RequestParam String to) {
        return moves.preview(caller, new AccountId(id), new MemberMove(from, to));
    }

    @Operation(operationId = "move", summary = "Move an account from one tenant to another")
    @PostMapping("/accounts/{id}/move")
    MemberMoved move(Caller caller, @PathVariable String id, @RequestBody MemberMove move) {
        return moves.move(caller, new AccountId(id), move);
    }
}
