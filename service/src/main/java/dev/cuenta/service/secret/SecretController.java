package dev.cuenta.service.secret;

import dev.cuenta.service.caller.Caller;
import dev.cuenta.service.job.Background;
import dev.cuenta.store.secret.KnownKeys;
import java.util.LinkedHashMap;
import java.util.Map;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/v1/secrets")
final class SecretController {
    private final SecretUseCases secrets;
    private final Background background;

    SecretController(SecretUseCases secrets, Background background) {
        this.secrets = secrets;
        this.background = background;
    }

    /** Oldest first; the last one seals. */
    @GetMapping("/keys")
    Map<String, Object> keys(Caller caller) {
        return json(secrets.keys(caller));
    }

    /** What would be lost without keys that are in use and not at hand; nothing where all are. */
    @GetMapping("/losses")
    Map<String, Object> losses(Caller caller) {
        return Map.of("items", secrets.losses(caller));
    }

    @PostMapping("/rotations")
    ResponseEntity<Map<String, Object>> rotate(Caller caller) {
        Map<String, Object> json = json(secrets.rotate(caller));
        background.hurry();
        return ResponseEntity.accepted().body(json);
    }

    private static Map<String, Object> json(SecretUseCases.Keys keys) {
        return Map.of("items", keys.known().stream().map(SecretController::json).toList(), "left", keys.left());
    }

    private static Map<String, Object> json(KnownKeys.Known key) {
        Map<String, Object> json = new LinkedHashMap<>();
        json.put("id", key.id());
        json.put("addedAt", key.addedAt().toString());
        if (key.retiredAt() != null) {
            json.put("retiredAt", key.retiredAt().toString());
        }
        return json;
    }
}
