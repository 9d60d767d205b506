package dev.cuenta.service.tenant;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.service.caller.Caller;
import dev.cuenta.store.tenant.Invitation;
import dev.cuenta.store.tenant.Tenant;
import java.util.LinkedHashMap;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PatchMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/v1")
final class TenantController {
    record Named(@Nullable String name) {}

    record Change(@Nullable Boolean secondFactor) {}

    record Brought(@Nullable String invitation) {}

    private final TenantUseCases tenants;

    TenantController(TenantUseCases tenants) {
        this.tenants = tenants;
    }

    /** Oldest first. */
    @GetMapping("/tenants")
    Map<String, Object> list(Caller caller) {
        return Map.of(
                "items",
                tenants.list(caller).stream().map(TenantController::json).toList());
    }

    @PostMapping("/tenants")
    ResponseEntity<Map<String, Object>> add(Caller caller, @RequestBody Named named) {
        String name = named.name() == null ? "" : named.name();
        return ResponseEntity.status(201)
                .body(Map.of("id", tenants.add(caller, name).toString()));
    }

    @PatchMapping("/tenants/{tenant}")
    ResponseEntity<Void> change(Caller caller, @PathVariable String tenant, @RequestBody Change change) {
        if (change.secondFactor() == null) {
            throw Problem.invalid("/secondFactor", "required", "Say whether the tenant demands a second factor.");
        }
        tenants.demandSecondFactor(caller, tenant, change.secondFactor());
        return ResponseEntity.noContent().build();
    }

    @PutMapping("/tenants/{tenant}/members/{id}")
    ResponseEntity<Void> join(Caller caller, @PathVariable String tenant, @PathVariable String id) {
        tenants.join(caller, tenant, new AccountId(id));
        return ResponseEntity.noContent().build();
    }

    @DeleteMapping("/tenants/{tenant}/members/{id}")
    ResponseEntity<Void> leave(Caller caller, @PathVariable String tenant, @PathVariable String id) {
        tenants.leave(caller, tenant, new AccountId(id));
        return ResponseEntity.noContent().build();
    }

    @PostMapping("/tenants/{tenant}/invitations")
    ResponseEntity<Map<String, Object>> invite(Caller caller, @PathVariable String tenant) {
        TenantUseCases.Invited invited = tenants.invite(caller, tenant);
        Map<String, Object> json = json(invited.invitation());
        json.put("invitation", invited.token());
        return ResponseEntity.status(201).body(json);
    }

    @GetMapping("/tenants/{tenant}/invitations")
    Map<String, Object> invitations(Caller caller, @PathVariable String tenant) {
        return Map.of(
                "items",
                tenants.invitations(caller, tenant).stream()
                        .map(TenantController::json)
                        .toList());
    }

    @DeleteMapping("/tenants/{tenant}/invitations/{id}")
    ResponseEntity<Void> withdraw(Caller caller, @PathVariable String tenant, @PathVariable String id) {
        tenants.withdraw(caller, tenant, id);
        return ResponseEntity.noContent().build();
    }

    @PostMapping("/me/memberships")
    Map<String, Object> accept(Caller caller, @RequestBody Brought brought) {
        if (brought.invitation() == null) {
            throw Problem.invalid("/invitation", "required", "Give the invitation that you got.");
        }
        return Map.of("tenant", tenants.accept(caller, brought.invitation()).toString());
    }

    private static Map<String, Object> json(Tenant tenant) {
        Map<String, Object> json = new LinkedHashMap<>();
        json.put("id", tenant.id().toString());
        json.put("name", tenant.name());
        json.put("slug", tenant.slug());
        json.put("secondFactor", tenant.secondFactor());
        return json;
    }

    private static Map<String, Object> json(Invitation invitation) {
        Map<String, Object> json = new LinkedHashMap<>();
        json.put("id", invitation.id().toString());
        json.put("tenant", invitation.tenant().toString());
        json.put("madeBy", invitation.madeBy());
        json.put("madeAt", invitation.madeAt().toString());
        json.put("expires", invitation.expires().toString());
        return json;
    }
}
