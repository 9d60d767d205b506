package dev.cuenta.service.administrator;

import dev.cuenta.service.body.OfModel;
import dev.cuenta.service.caller.Caller;
import io.swagger.v3.oas.annotations.Operation;
import java.util.Map;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

@RestController
final class FirstAdministratorController {
    private final FirstAdministrator first;

    FirstAdministratorController(FirstAdministrator first) {
        this.first = first;
    }

    @Operation(
            operationId = "createFirstAdministrator",
            summary = "Create the first administrator, with the installation key")
    @OfModel("Account")
    @PostMapping("/v1/first-administrator")
    @ResponseStatus(HttpStatus.CREATED)
    Map<String, Object> create(Caller caller, @OfModel("NewAccount") @RequestBody Map<String, Object> body) {
        return first.create(caller, body);
    }
}
