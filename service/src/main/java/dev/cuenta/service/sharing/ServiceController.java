package dev.cuenta.service.sharing;

import dev.cuenta.core.sharing.Contract;
import dev.cuenta.core.sharing.Gap;
import dev.cuenta.service.caller.Caller;
import dev.cuenta.service.caller.OpenToServices;
import dev.cuenta.store.sharing.ServiceKey;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/v1/services")
final class ServiceController {
    private final ServiceUseCases services;

    ServiceController(ServiceUseCases services) {
        this.services = services;
    }

    @GetMapping
    Map<String, Object> list(Caller caller) {
        return Map.of(
                "items",
                services.list(caller).entrySet().stream()
                        .map(entry -> json(entry.getKey(), entry.getValue()))
                        .toList());
    }

    private static Map<String, Object> json(Contract contract, List<ServiceKey> keys) {
        Map<String, Object> json = new LinkedHashMap<>();
        json.put("name", contract.service());
        json.put("reads", contract.reads().keySet());
        json.put("attributes", contract.attributes());
        json.put("writes", contract.writes().keySet());
        json.put("asks", contract.asks());
        json.put("dependents", contract.dependents());
        json.put("keys", keys.stream().map(ServiceController::json).toList());
        return json;
    }

    @OpenToServices
    @GetMapping("/{name}/contract")
    Contract contract(Caller caller, @PathVariable String name) {
        return services.contract(caller, name);
    }

    /** Whether the live model still gives what the contract says; a team runs this in its own build. */
    @OpenToServices
    @PostMapping("/{name}/contract-checks")
    Map<String, Object> check(Caller caller, @PathVariable String name, @RequestBody Contract needed) {
        List<Gap> gaps = services.gaps(caller, name, needed);
        return Map.of("fits", gaps.isEmpty(), "gaps", gaps);
    }

    @PostMapping("/{name}/keys")
    ResponseEntity<Map<String, Object>> addKey(
            Caller caller, @PathVariable String name, @RequestBody ServiceUseCases.Wish wish) {
        ServiceUseCases.Made made = services.addKey(caller, name, wish);
        Map<String, Object> json = json(made.key());
        json.put("token", made.token());
        return ResponseEntity.status(201).body(json);
    }

    @DeleteMapping("/{name}/keys/{key}")
    ResponseEntity<Void> withdrawKey(Caller caller, @PathVariable String name, @PathVariable String key) {
        services.withdrawKey(caller, name, key);
        return ResponseEntity.noContent().build();
    }

    private static Map<String, Object> json(ServiceKey key) {
        Map<String, Object> json = new LinkedHashMap<>();
        json.put("id", key.id().toString());
        json.put("prefix", key.prefix());
        json.put("scope", key.scope());
        json.put("networks", key.networks());
        json.put("madeBy", key.madeBy());
        json.put("made", key.made().toString());
        if (key.expires() != null) {
            json.put("expires", key.expires().toString());
        }
        if (key.lastUsed() != null) {
            json.put("lastUsed", key.lastUsed().toString());
        }
        return json;
    }
}
