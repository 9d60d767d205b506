package dev.cuenta.service.token;

import dev.cuenta.service.Settings;
import dev.cuenta.service.caller.OpenToGuests;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.springframework.http.CacheControl;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Where programs look for keys and addresses by themselves (RFC 8615). */
@RestController
@RequestMapping("/.well-known")
final class WellKnownController {
    private final KeyRing keys;
    private final Settings settings;

    WellKnownController(KeyRing keys, Settings settings) {
        this.keys = keys;
        this.settings = settings;
    }

    /** May be kept as long as the answer says: no token is signed by a key that was not there so long before. */
    @OpenToGuests
    @GetMapping("/jwks.json")
    ResponseEntity<Map<String, Object>> keys() {
        return ResponseEntity.ok()
                .cacheControl(CacheControl.maxAge(keys.cacheable()).cachePublic())
                .body(keys.publishedSet());
    }

    /** As much of RFC 8414 as there is here: who signs, with which keys, and where to ask. */
    @OpenToGuests
    @GetMapping("/oauth-authorization-server")
    Map<String, Object> metadata() {
        String url = settings.publicUrl();
        Map<String, Object> json = new LinkedHashMap<>();
        json.put("issuer", url);
        json.put("jwks_uri", url + "/.well-known/jwks.json");
        json.put("introspection_endpoint", url + "/v1/tokens/introspection");
        json.put("revocation_endpoint", url + "/v1/tokens/revocation");
        json.put("response_types_supported", List.of());
        return json;
    }
}
