package dev.cuenta.service.token;

import dev.cuenta.service.body.Given;
import dev.cuenta.service.caller.Caller;
import dev.cuenta.service.caller.OpenToServices;
import dev.cuenta.wire.Items;
import dev.cuenta.wire.Secret;
import dev.cuenta.wire.token.IssuedToken;
import dev.cuenta.wire.token.TokenKey;
import dev.cuenta.wire.token.TokenRequest;
import io.swagger.v3.oas.annotations.Operation;
import jakarta.servlet.http.HttpServletResponse;
import java.util.Map;
import org.springframework.http.CacheControl;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/v1/tokens")
final class TokenController {
    private final AccessTokens tokens;
    private final TokenUseCases useCases;

    TokenController(AccessTokens tokens, TokenUseCases useCases) {
        this.tokens = tokens;
        this.useCases = useCases;
    }

    @Operation(operationId = "issueToken", summary = "Get a short-lived token for a service (JWT, RFC 9068)")
    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    IssuedToken issue(Caller caller, @RequestBody TokenRequest wanted, HttpServletResponse response) {
        keepNowhere(response);
        AccessTokens.Issued issued = tokens.issue(caller, Given.text("service", wanted.service()));
        return new IssuedToken(new Secret(issued.token()), issued.expires());
    }

    /** As a form, as the standard has it (RFC 7662 section 2.1). What it answers are claims (section 2.2). */
    @OpenToServices
    @Operation(operationId = "introspectToken", summary = "Ask whether a token counts (RFC 7662)")
    @PostMapping(path = "/introspection", consumes = MediaType.APPLICATION_FORM_URLENCODED_VALUE)
    Map<String, Object> introspect(
            Caller caller, @RequestParam(defaultValue = "") String token, HttpServletResponse response) {
        keepNowhere(response);
        return useCases.introspect(caller, token);
    }

    /** As a form, as the standard has it (RFC 7009 section 2.1). */
    @OpenToServices
    @Operation(operationId = "revokeToken", summary = "Take a token back (RFC 7009)")
    @PostMapping(path = "/revocation", consumes = MediaType.APPLICATION_FORM_URLENCODED_VALUE)
    @ResponseStatus(HttpStatus.OK)
    void revoke(Caller caller, @RequestParam(defaultValue = "") String token) {
        useCases.revoke(caller, token);
    }

    @Operation(operationId = "listTokenKeys", summary = "The keys that sign, with the next one")
    @GetMapping("/keys")
    Items<TokenKey> keys(Caller caller) {
        return new Items<>(useCases.keys(caller));
    }

    @Operation(operationId = "rotateTokenKeys", summary = "Publish another key, which signs soon")
    @PostMapping("/keys")
    @ResponseStatus(HttpStatus.CREATED)
    TokenKey rotate(Caller caller) {
        return useCases.rotate(caller);
    }

    private static void keepNowhere(HttpServletResponse response) {
        response.setHeader(HttpHeaders.CACHE_CONTROL, CacheControl.noStore().getHeaderValue());
    }
}
