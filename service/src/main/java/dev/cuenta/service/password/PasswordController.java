package dev.cuenta.service.password;

import dev.cuenta.service.caller.Caller;
import dev.cuenta.service.caller.Doorkeeper;
import dev.cuenta.service.caller.SessionTokens;
import dev.cuenta.wire.password.PasswordChanged;
import io.swagger.v3.oas.annotations.Operation;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/v1/me/password")
final class PasswordController {
    private final PasswordChange passwords;

    PasswordController(PasswordChange passwords) {
        this.passwords = passwords;
    }

    @Operation(operationId = "changePassword", summary = "Change one's own password")
    @PutMapping
    PasswordChanged change(
            Caller caller,
            @RequestBody dev.cuenta.wire.password.PasswordChange change,
            HttpServletRequest request,
            HttpServletResponse response) {
        PasswordChange.Changed changed =
                passwords.change(caller, Doorkeeper.token(request).orElse(""), change);
        return new PasswordChanged(changed.ended(), SessionTokens.told(changed.token(), request, response));
    }
}
