package dev.cuenta.service.sharing;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.service.caller.Caller;
import dev.cuenta.service.caller.OpenToServices;
import dev.cuenta.store.sharing.Dependent;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Objects;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/v1/accounts/{id}/dependents")
final class DependentController {
    record Target(String account) {
        Target {
            Objects.requireNonNull(account, "account");
        }
    }

    private final DependentUseCases dependents;

    DependentController(DependentUseCases dependents) {
        this.dependents = dependents;
    }

    @OpenToServices
    @GetMapping
    Map<String, Object> list(Caller caller, @PathVariable String id) {
        return Map.of(
                "items",
                dependents.list(caller, new AccountId(id)).stream()
                        .map(DependentController::json)
                        .toList());
    }

    private static Map<String, Object> json(Dependent dependent) {
        Map<String, Object> json = new LinkedHashMap<>();
        json.put("service", dependent.service());
        json.put("sort", dependent.sort());
        json.put("key", dependent.key());
        json.put("registered", dependent.registered().toString());
        return json;
    }

    @OpenToServices
    @PutMapping("/{sort}/{key}")
    ResponseEntity<Void> register(
            Caller caller, @PathVariable String id, @PathVariable String sort, @PathVariable String key) {
        dependents.register(caller, new AccountId(id), sort, key);
        return ResponseEntity.noContent().build();
    }

    @OpenToServices
    @DeleteMapping("/{sort}/{key}")
    ResponseEntity<Void> release(
            Caller caller, @PathVariable String id, @PathVariable String sort, @PathVariable String key) {
        dependents.release(caller, new AccountId(id), sort, key);
        return ResponseEntity.noContent().build();
    }

    /** Moves all of them, or a service's own, to another account. */
    @OpenToServices
    @PostMapping("/moves")
    Map<String, Object> move(Caller caller, @PathVariable String id, @RequestBody Target target) {
        return Map.of("moved", dependents.move(caller, new AccountId(id), new AccountId(target.account())));
    }
}
