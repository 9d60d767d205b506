package dev.cuenta.service.credential;

import dev.cuenta.service.caller.Caller;
import dev.cuenta.wire.Items;
import dev.cuenta.wire.credential.HashTarget;
import dev.cuenta.wire.credential.HashTime;
import dev.cuenta.wire.credential.PasswordHashes;
import dev.cuenta.wire.credential.PepperAdded;
import io.swagger.v3.oas.annotations.Operation;
import java.time.Duration;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/v1/credentials")
final class CredentialController {
    private final CredentialUseCases credentials;

    CredentialController(CredentialUseCases credentials) {
        this.credentials = credentials;
    }

    @Operation(operationId = "reportHashes", summary = "How passwords are hashed, and how many accounts each way")
    @GetMapping("/report")
    Items<PasswordHashes> report(Caller caller) {
        return new Items<>(credentials.report(caller));
    }

    @Operation(operationId = "addPepper", summary = "Add a pepper to new hashes")
    @PostMapping("/peppers")
    @ResponseStatus(HttpStatus.CREATED)
    PepperAdded addPepper(Caller caller) {
        return new PepperAdded(credentials.addPepper(caller));
    }

    @Operation(operationId = "tuneHashes", summary = "Measure which parameters a hash can have within a time")
    @PostMapping("/tuning")
    Items<HashTime> tune(Caller caller, @RequestBody HashTarget target) {
        return new Items<>(credentials.tune(caller, Duration.ofMillis(target.targetMillis())));
    }
}
