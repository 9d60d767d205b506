package dev.cuenta.service.password;

import dev.cuenta.core.activity.Origin;
import dev.cuenta.service.body.Given;
import dev.cuenta.service.caller.OpenToGuests;
import dev.cuenta.wire.password.PasswordResetRequest;
import io.swagger.v3.oas.annotations.Operation;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/v1/password-resets")
final class PasswordResetController {
    private final PasswordReset reset;

    PasswordResetController(PasswordReset reset) {
        this.reset = reset;
    }

    /** The same answer, whether there is such an account or not. */
    @OpenToGuests
    @Operation(operationId = "requestPasswordReset", summary = "Get a link to choose another password")
    @PostMapping
    @ResponseStatus(HttpStatus.ACCEPTED)
    void ask(@RequestBody PasswordResetRequest asked, Origin origin) {
        reset.ask(Given.text("identifier", asked.identifier()), origin);
    }

    @OpenToGuests
    @Operation(operationId = "resetPassword", summary = "Choose another password with the token that was sent")
    @PutMapping
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void choose(@RequestBody dev.cuenta.wire.password.PasswordReset chosen, Origin origin) {
        reset.choose(Given.text("token", chosen.token()), Given.text("password", chosen.password()), origin);
    }
}
