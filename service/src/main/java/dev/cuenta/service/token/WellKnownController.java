package dev.cuenta.service.token;

import dev.cuenta.service.Settings;
import dev.cuenta.service.caller.OpenToGuests;
import dev.cuenta.wire.token.TokenServer;
import io.swagger.v3.oas.annotations.Operation;
import jakarta.servlet.http.HttpServletResponse;
import java.util.List;
import java.util.Map;
import org.springframework.http.CacheControl;
import org.springframework.http.HttpHeaders;
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
    @Operation(operationId = "readKeySet", summary = "The keys that verify tokens (RFC 7517)")
    @GetMapping("/jwks.json")
    Map<String, Object> keys(HttpServletResponse response) {
        response.setHeader(
                HttpHeaders.CACHE_CONTROL,
                CacheControl.maxAge(keys.cacheable()).cachePublic().getHeaderValue());
        return keys.publishedSet();
    }

    @OpenToGuests
    @Operation(operationId = "readTokenServer", summary = "Who signs tokens, and where to ask (RFC 8414)")
    @GetMapping("/oauth-authorization-server")
    TokenServer metadata() {
        String url = settings.publicUrl();
        return new TokenServer(
                url,
                url + "/.well-known/jwks.json",
                url + "/v1/tokens/introspection",
                url + "/v1/tokens/revocation",
                List.of());
    }
}
