package dev.cuenta.service.sharing;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.service.caller.Caller;
import dev.cuenta.service.caller.OpenToServices;
import dev.cuenta.wire.Items;
import dev.cuenta.wire.account.Dependent;
import dev.cuenta.wire.account.DependentsMove;
import dev.cuenta.wire.account.DependentsMoved;
import io.swagger.v3.oas.annotations.Operation;
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
@RequestMapping("/v1/accounts/{id}/dependents")
final class DependentController {
    private final DependentUseCases dependents;

    DependentController(DependentUseCases dependents) {
        this.dependents = dependents;
    }

    @OpenToServices(with = OpenToServices.Part.DEPENDENTS)
    @Operation(operationId = "listDependents", summary = "What of the services hangs on the account")
    @GetMapping
    Items<Dependent> list(Caller caller, @PathVariable String id) {
        return new Items<>(dependents.list(caller, new AccountId(id)));
    }

    @OpenToServices(with = OpenToServices.Part.DEPENDENTS)
    @Operation(operationId = "registerDependent", summary = "Note that a record hangs on the account")
    @PutMapping("/{sort}/{key}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void register(Caller caller, @PathVariable String id, @PathVariable String sort, @PathVariable String key) {
        dependents.register(caller, new AccountId(id), sort, key);
    }

    @OpenToServices(with = OpenToServices.Part.DEPENDENTS)
    @Operation(operationId = "releaseDependent", summary = "Note that it does so no more")
    @DeleteMapping("/{sort}/{key}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void release(Caller caller, @PathVariable String id, @PathVariable String sort, @PathVariable String key) {
        dependents.release(caller, new AccountId(id), sort, key);
    }

    @OpenToServices(with = OpenToServices.Part.DEPENDENTS)
    @Operation(
            operationId = "moveDependents",
            summary = "Move what hangs on the account, or what is the service's own of it, to another account")
    @PostMapping("/moves")
    DependentsMoved move(Caller caller, @PathVariable String id, @RequestBody DependentsMove move) {
        return new DependentsMoved(dependents.move(caller, new AccountId(id), new AccountId(move.account())));
    }
}
