package dev.cuenta.service.confirmation;

import dev.cuenta.core.activity.Origin;
import dev.cuenta.service.body.Given;
import dev.cuenta.service.caller.Caller;
import dev.cuenta.service.caller.OpenToGuests;
import dev.cuenta.wire.confirmation.ConfirmationCode;
import dev.cuenta.wire.confirmation.ConfirmationRequest;
import dev.cuenta.wire.confirmation.ConfirmationToken;
import dev.cuenta.wire.confirmation.Confirmed;
import io.swagger.v3.oas.annotations.Operation;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/v1")
final class ConfirmationController {
    private final ConfirmationUseCases confirmations;

    ConfirmationController(ConfirmationUseCases confirmations) {
        this.confirmations = confirmations;
    }

    /** Whoever has the token got it at the address: nobody need be signed in. */
    @OpenToGuests
    @Operation(operationId = "confirmAddress", summary = "Confirm an address with the token that was sent there")
    @PostMapping("/confirmations")
    Confirmed confirm(@RequestBody ConfirmationToken shown, Origin origin) {
        return new Confirmed(confirmations
                .confirm(Given.text("token", shown.token()), origin)
                .toString());
    }

    @Operation(operationId = "confirmTelephone", summary = "Confirm a telephone with the code that was sent there")
    @PutMapping("/me/confirmations")
    Confirmed confirmByCode(Caller caller, @RequestBody ConfirmationCode code) {
        confirmations.confirm(caller, Given.text("field", code.field()), Given.text("code", code.code()));
        return new Confirmed(code.field());
    }

    @Operation(operationId = "requestConfirmation", summary = "Get another link or code to confirm an address")
    @PostMapping("/me/confirmations")
    @ResponseStatus(HttpStatus.ACCEPTED)
    void ask(Caller caller, @RequestBody ConfirmationRequest wanted) {
        confirmations.ask(caller, Given.text("field", wanted.field()));
    }
}
