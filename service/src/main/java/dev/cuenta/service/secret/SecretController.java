package dev.cuenta.service.secret;

import dev.cuenta.service.caller.Caller;
import dev.cuenta.wire.Items;
import dev.cuenta.wire.secret.SecretKeys;
import dev.cuenta.wire.secret.SecretLoss;
import io.swagger.v3.oas.annotations.Operation;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/v1/secrets")
final class SecretController {
    private final SecretUseCases secrets;

    SecretController(SecretUseCases secrets) {
        this.secrets = secrets;
    }

    @Operation(operationId = "listSecretKeys", summary = "The keys that seal secrets, oldest first; the last one seals")
    @GetMapping("/keys")
    SecretKeys keys(Caller caller) {
        return secrets.keys(caller);
    }

    @Operation(
            operationId = "listSecretLosses",
            summary = "What would be lost without keys that are in use and not at hand")
    @GetMapping("/losses")
    Items<SecretLoss> losses(Caller caller) {
        return new Items<>(secrets.losses(caller));
    }

    @Operation(operationId = "rotateSecrets", summary = "Seal secrets with a new key from now on")
    @PostMapping("/rotations")
    @ResponseStatus(HttpStatus.ACCEPTED)
    SecretKeys rotate(Caller caller) {
        return secrets.rotate(caller);
    }
}
