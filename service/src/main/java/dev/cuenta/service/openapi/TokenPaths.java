package dev.cuenta.service.openapi;

import static dev.cuenta.service.openapi.Schemas.object;
import static dev.cuenta.service.openapi.Schemas.text;

import java.util.List;
import java.util.Map;

/** Tokens that services check by themselves. */
final class TokenPaths {
    private TokenPaths() {}

    static void add(Paths paths) {
        paths.add(
                "/v1/tokens",
                "post",
                "Get a short-lived token for a service (JWT, RFC 9068)",
                object(Map.of("service", text()), List.of("service")),
                "201",
                Paths.JSON_OBJECT);
        addAsking(paths);
        paths.add("/v1/tokens/keys", "get", "The keys that sign, with the next one", null, "200", Paths.JSON_OBJECT);
        paths.add("/v1/tokens/keys", "post", "Publish another key, which signs soon", null, "201", Paths.JSON_OBJECT);
        paths.guest("/.well-known/jwks.json", "get", "The keys that verify (RFC 7517)", null, "200", Paths.JSON_OBJECT);
        paths.guest(
                "/.well-known/oauth-authorization-server",
                "get",
                "Who signs, and where to ask (RFC 8414)",
                null,
                "200",
                Paths.JSON_OBJECT);
    }

    /** What services do with tokens too. */
    static void addAsking(Paths paths) {
        Map<String, Object> token = object(Map.of("token", text()), List.of("token"));
        paths.form("/v1/tokens/introspection", "Ask whether a token counts (RFC 7662)", token, Paths.JSON_OBJECT);
        paths.form("/v1/tokens/revocation", "Take a token back (RFC 7009)", token, null);
    }
}
