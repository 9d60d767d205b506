package dev.cuenta.service.credential;

import dev.cuenta.service.caller.Caller;
import java.time.Duration;
import java.util.Map;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/v1/credentials")
final class CredentialController {
    private final CredentialUseCases credentials;

    CredentialController(CredentialUseCases credentials) {
        this.credentials = credentials;
    }

    @GetMapping("/report")
    Map<String, Object> report(Caller caller) {
        return Map.of("items", credentials.report(caller));
    }

    @PostMapping("/peppers")
    ResponseEntity<Map<String, Object>> addPepper(Caller caller) {
        return ResponseEntity.status(201).body(Map.of("pepper", credentials.addPepper(caller)));
    }

    /** How long one hash may take. */
    record Target(long targetMillis) {}

    @PostMapping("/tuning")
    Map<String, Object> tune(Caller caller, @RequestBody Target target) {
        return Map.of("items", credentials.tune(caller, Duration.ofMillis(target.targetMillis())));
    }
}
