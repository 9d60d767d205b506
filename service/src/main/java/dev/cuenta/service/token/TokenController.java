package dev.cuenta.service.token;

import dev.cuenta.service.body.Given;
import dev.cuenta.service.caller.Caller;
import dev.cuenta.service.caller.OpenToServices;
import dev.cuenta.store.token.SigningKey;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.http.CacheControl;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/v1/tokens")
final class TokenController {
    record Wanted(@Nullable String service) {}

    private final AccessTokens tokens;
    private final TokenUseCases useCases;

    TokenController(AccessTokens tokens, TokenUseCases useCases) {
        this.tokens = tokens;
        this.useCases = useCases;
    }

    @PostMapping
    ResponseEntity<Map<String, Object>> issue(Caller caller, @RequestBody Wanted wanted) {
        AccessTokens.Issued issued = tokens.issue(caller, Given.text("service", wanted.service()));
        return unkept(
                201, Map.of("token", issued.token(), "expires", issued.expires().toString()));
    }

    /** As a form, as the standard has it (RFC 7662 section 2.1). */
    @OpenToServices
    @PostMapping(path = "/introspection", consumes = MediaType.APPLICATION_FORM_URLENCODED_VALUE)
    ResponseEntity<Map<String, Object>> introspect(Caller caller, @RequestParam(defaultValue = "") String token) {
        return unkept(200, useCases.introspect(caller, token));
    }

    /** As a form, as the standard has it (RFC 7009 section 2.1). */
    @OpenToServices
    @PostMapping(path = "/revocation", consumes = MediaType.APPLICATION_FORM_URLENCODED_VALUE)
    ResponseEntity<Void> revoke(Caller caller, @RequestParam(defaultValue = "") String token) {
        useCases.revoke(caller, token);
        return ResponseEntity.ok().build();
    }

    @GetMapping("/keys")
    Map<String, Object> keys(Caller caller) {
        return Map.of(
                "items",
                useCases.keys(caller).stream().map(TokenController::json).toList());
    }

    @PostMapping("/keys")
    ResponseEntity<Map<String, Object>> rotate(Caller caller) {
        return ResponseEntity.status(201).body(json(useCases.rotate(caller)));
    }

    private static Map<String, Object> json(SigningKey key) {
        return Map.of("id", key.id(), "signsFrom", key.signsFrom().toString());
    }

    private static ResponseEntity<Map<String, Object>> unkept(int status, Map<String, Object> body) {
        return ResponseEntity.status(status)
                .cacheControl(CacheControl.noStore())
                .body(body);
    }
}
