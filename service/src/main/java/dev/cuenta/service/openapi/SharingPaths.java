package dev.cuenta.service.openapi;

import static dev.cuenta.service.openapi.Schemas.object;
import static dev.cuenta.service.openapi.Schemas.text;

import java.util.List;
import java.util.Map;

/** Services, their keys and contracts, and what hangs on accounts. */
final class SharingPaths {
    private SharingPaths() {}

    static void add(Paths paths) {
        addContracts(paths);
        paths.add(
                "/v1/services",
                "get",
                "The services of the live model, with their keys",
                null,
                "200",
                Paths.JSON_OBJECT);
        Map<String, Object> texts = Map.of("type", "array", "items", text());
        paths.add(
                "/v1/services/{name}/keys",
                "post",
                "Create a key for the service; the response shows it once",
                object(Map.of("scope", texts, "networks", texts, "days", Map.of("type", "integer")), List.of()),
                "201",
                Paths.JSON_OBJECT);
        paths.add("/v1/services/{name}/keys/{key}", "delete", "Take a key back", null, "204", null);
    }

    static void addContracts(Paths paths) {
        Map<String, Object> question = object(
                Map.of(
                        "account",
                        text(),
                        "permission",
                        text(),
                        "anyRole",
                        Map.of("type", "array", "items", text()),
                        "tenant",
                        text()),
                List.of("account"));
        paths.add("/v1/checks", "post", "Ask whether an account may do something", question, "200", Paths.JSON_OBJECT);
        String dependents = "/v1/accounts/{id}/dependents";
        paths.add(dependents, "get", "What of the services hangs on the account", null, "200", Paths.JSON_OBJECT);
        paths.add(dependents + "/{sort}/{key}", "put", "Note that a record hangs on the account", null, "204", null);
        paths.add(dependents + "/{sort}/{key}", "delete", "Note that it does so no more", null, "204", null);
        paths.add(
                dependents + "/moves",
                "post",
                "Move what hangs on the account to another one",
                object(Map.of("account", text()), List.of("account")),
                "200",
                Paths.JSON_OBJECT);
        String service = "/v1/services/{name}";
        paths.add(service + "/contract", "get", "What the service may rely on", null, "200", Paths.JSON_OBJECT);
        paths.add(
                service + "/contract-checks",
                "post",
                "Whether the live model still gives what a contract says",
                Paths.JSON_OBJECT,
                "200",
                Paths.JSON_OBJECT);
        paths.add(
                service + "/openapi.json",
                "get",
                "This document, of what the service sees",
                null,
                "200",
                Paths.JSON_OBJECT);
        paths.add(
                service + "/schema.json",
                "get",
                "JSON Schema of a record as the service sees it",
                null,
                "200",
                Paths.JSON_OBJECT);
    }
}
