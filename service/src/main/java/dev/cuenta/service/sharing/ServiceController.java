package dev.cuenta.service.sharing;

import dev.cuenta.service.caller.Caller;
import dev.cuenta.service.caller.OpenToServices;
import dev.cuenta.wire.Items;
import dev.cuenta.wire.sharing.Contract;
import dev.cuenta.wire.sharing.ContractCheck;
import dev.cuenta.wire.sharing.KnownVocabulary;
import dev.cuenta.wire.sharing.ServiceKey;
import dev.cuenta.wire.sharing.ServiceKeyRequest;
import dev.cuenta.wire.sharing.ServiceSummary;
import dev.cuenta.wire.sharing.Vocabulary;
import io.swagger.v3.oas.annotations.Operation;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/v1/services")
final class ServiceController {
    private final ServiceUseCases services;

    ServiceController(ServiceUseCases services) {
        this.services = services;
    }

    @Operation(operationId = "listServices", summary = "The services of the live model, with their keys")
    @GetMapping
    Items<ServiceSummary> list(Caller caller) {
        return new Items<>(services.list(caller));
    }

    @OpenToServices
    @Operation(operationId = "readContract", summary = "What the service may rely on")
    @GetMapping("/{name}/contract")
    Contract contract(Caller caller, @PathVariable String name) {
        return services.contract(caller, name);
    }

    /** A team runs this in its own build. */
    @OpenToServices
    @Operation(operationId = "checkContract", summary = "Whether the live model still gives what a contract says")
    @PostMapping("/{name}/contract-checks")
    ContractCheck check(Caller caller, @PathVariable String name, @RequestBody Contract needed) {
        List<ContractCheck.Gap> gaps = services.gaps(caller, name, needed);
        return new ContractCheck(gaps.isEmpty(), gaps);
    }

    /** A service sends this when it starts. */
    @OpenToServices
    @Operation(
            operationId = "sendVocabulary",
            summary = "Say which names the service's code knows; the answer says where the live model differs")
    @PutMapping("/{name}/vocabulary")
    KnownVocabulary vocabulary(Caller caller, @PathVariable String name, @RequestBody Vocabulary known) {
        return services.vocabulary(caller, name, known);
    }

    @Operation(operationId = "addServiceKey", summary = "Create a key for the service; the response shows it once")
    @PostMapping("/{name}/keys")
    @ResponseStatus(HttpStatus.CREATED)
    ServiceKey addKey(Caller caller, @PathVariable String name, @RequestBody ServiceKeyRequest wanted) {
        return services.addKey(caller, name, wanted);
    }

    @Operation(operationId = "withdrawServiceKey", summary = "Take a key back")
    @DeleteMapping("/{name}/keys/{key}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void withdrawKey(Caller caller, @PathVariable String name, @PathVariable String key) {
        services.withdrawKey(caller, name, key);
    }
}
