package dev.cuenta.service.openapi;

import static dev.cuenta.service.openapi.Schemas.object;
import static dev.cuenta.service.openapi.Schemas.text;

import java.util.List;
import java.util.Map;

/** Signing in, and whatever somebody does about that: passwords, second factors, links in mails. */
final class SessionPaths {
    private SessionPaths() {}

    static void add(Paths paths) {
        paths.guest(
                "/v1/sessions",
                "post",
                "Sign in",
                object(
                        Map.of("identifier", text(), "password", text(), "code", text()),
                        List.of("identifier", "password")),
                "201",
                Paths.JSON_OBJECT);
        paths.add("/v1/sessions/current", "delete", "Sign out", null, "204", null);
        for (String owner : List.of("/v1/me", "/v1/accounts/{id}")) {
            paths.add(owner + "/sessions", "get", "Where the account is signed in", null, "200", Paths.JSON_OBJECT);
            paths.add(owner + "/sessions", "delete", "End all of its sessions", null, "200", Paths.JSON_OBJECT);
            paths.add(owner + "/sessions/{session}", "delete", "End one of its sessions", null, "204", null);
        }
        paths.add(
                "/v1/me/password",
                "put",
                "Change one's own password",
                object(
                        Map.of(
                                "current", text(),
                                "password", text(),
                                "keepSessions", Map.of("type", "boolean")),
                        List.of("current", "password")),
                "200",
                Paths.JSON_OBJECT);
        paths.guest(
                "/v1/password-assessments",
                "post",
                "What a password would be worth, and which rules it breaks",
                object(
                        Map.of("password", text(), "identifiers", Map.of("type", "array", "items", text())),
                        List.of("password")),
                "200",
                Paths.JSON_OBJECT);
        addMessages(paths);
        addSecondFactor(paths);
    }

    private static void addMessages(Paths paths) {
        paths.guest(
                "/v1/confirmations",
                "post",
                "Confirm an address with the token that was sent there",
                object(Map.of("token", text()), List.of("token")),
                "200",
                Paths.JSON_OBJECT);
        paths.add(
                "/v1/me/confirmations",
                "post",
                "Get another link to confirm an address",
                object(Map.of("field", text()), List.of("field")),
                "202",
                null);
        paths.add(
                "/v1/me/confirmations",
                "put",
                "Confirm a telephone with the code that was sent there",
                object(Map.of("field", text(), "code", text()), List.of("field", "code")),
                "200",
                Paths.JSON_OBJECT);
        paths.guest(
                "/v1/password-resets",
                "post",
                "Get a link to choose another password",
                object(Map.of("identifier", text()), List.of("identifier")),
                "202",
                null);
        paths.guest(
                "/v1/password-resets",
                "put",
                "Choose another password with the token that was sent",
                object(Map.of("token", text(), "password", text()), List.of("token", "password")),
                "204",
                null);
    }

    private static void addSecondFactor(Paths paths) {
        paths.add(
                "/v1/tenants/{tenant}",
                "patch",
                "Say whether a tenant demands a second factor",
                object(Map.of("secondFactor", Map.of("type", "boolean")), List.of("secondFactor")),
                "204",
                null);
        String path = "/v1/me/second-factor";
        Map<String, Object> code = object(Map.of("code", text()), List.of("code"));
        paths.add(path, "get", "Whether the account has a second factor", null, "200", Paths.JSON_OBJECT);
        paths.add(
                path,
                "post",
                "Start adding a second factor (TOTP, RFC 6238); the response shows its seed once",
                object(Map.of("password", text()), List.of("password")),
                "201",
                Paths.JSON_OBJECT);
        paths.add(
                path,
                "put",
                "Confirm it with a first code; the response shows the recovery codes once",
                code,
                "200",
                Paths.JSON_OBJECT);
        paths.add(path + "/recovery-codes", "post", "Make other recovery codes", code, "200", Paths.JSON_OBJECT);
        paths.add(path + "/removal", "post", "Take the second factor away", code, "200", Paths.JSON_OBJECT);
        paths.add(
                "/v1/accounts/{id}/second-factor",
                "delete",
                "Take away the second factor of somebody who lost it",
                null,
                "204",
                null);
    }
}
