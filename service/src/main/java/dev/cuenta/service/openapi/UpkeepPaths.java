package dev.cuenta.service.openapi;

import static dev.cuenta.service.openapi.Schemas.object;
import static dev.cuenta.service.openapi.Schemas.ref;
import static dev.cuenta.service.openapi.Schemas.text;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** Beginning, taking over, keeping and pruning; how passwords and secrets are kept. */
final class UpkeepPaths {
    private UpkeepPaths() {}

    static void add(Paths paths) {
        paths.add(
                "/v1/credentials/report",
                "get",
                "How passwords are hashed, by how many accounts",
                null,
                "200",
                Paths.JSON_OBJECT);
        paths.add(
                "/v1/credentials/tuning",
                "post",
                "Measure which parameters take how long on this machine",
                object(Map.of("targetMillis", Map.of("type", "integer")), List.of("targetMillis")),
                "200",
                Paths.JSON_OBJECT);
        paths.add(
                "/v1/credentials/peppers",
                "post",
                "Let another pepper go into new hashes",
                null,
                "201",
                Paths.JSON_OBJECT);
        paths.add("/v1/secrets/keys", "get", "Which keys seal secret values", null, "200", Paths.JSON_OBJECT);
        paths.add("/v1/secrets/rotations", "post", "Create another key and re-encrypt", null, "202", Paths.JSON_OBJECT);
        paths.add(
                "/v1/adoptions",
                "get",
                "Other programs' rows that became accounts, by source",
                null,
                "200",
                Paths.JSON_OBJECT);
        paths.add(
                "/v1/adoptions/{source}",
                "post",
                "Make accounts of up to 500 rows of a source; repeatable",
                object(
                        Map.of("accounts", array(adoptedRow()), "clashes", Paths.JSON_OBJECT, "kind", text()),
                        List.of("accounts")),
                "200",
                Paths.JSON_OBJECT);
        paths.add("/v1/adoptions/{source}/ids", "get", "Which row is which account", null, "200", Paths.JSON_OBJECT);
        paths.parameters(
                "/v1/adoptions/{source}/ids",
                List.of(Paths.query("after", "the last key of the page before"), Paths.query("limit", "1 to 5000")));
        Map<String, Object> rule = object(Map.of("rule", text()), List.of("rule"));
        paths.add("/v1/jobs", "get", "What the service does by itself, and what waits", null, "200", Paths.JSON_OBJECT);
        paths.add("/v1/jobs/messages", "post", "Retry messages that failed for good", null, "200", Paths.JSON_OBJECT);
        paths.add(
                "/v1/secrets/losses",
                "get",
                "What would be lost without keys that are not at hand",
                null,
                "200",
                Paths.JSON_OBJECT);
        paths.add("/v1/retention/rules", "get", "Retention rules", null, "200", Paths.JSON_OBJECT);
        paths.add("/v1/retention/previews", "post", "What a rule would take now", rule, "200", Paths.JSON_OBJECT);
        paths.add("/v1/retention/runs", "get", "Past runs", null, "200", Paths.JSON_OBJECT);
        paths.add(
                "/v1/retention/runs",
                "post",
                "Run a rule; `allow` names atMost where it may take more than its limit",
                object(Map.of("rule", text(), "allow", Map.of("type", "array", "items", text())), List.of("rule")),
                "202",
                Paths.JSON_OBJECT);
        paths.add("/v1/retention/runs/{id}", "delete", "Take back a run that waits", null, "204", null);
        paths.add("/v1/retention/runs/{id}", "get", "A run and what it has taken", null, "200", Paths.JSON_OBJECT);
        paths.add("/v1/retention/archive", "get", "Accounts that rules archived", null, "200", Paths.JSON_OBJECT);
        paths.add("/v1/retention/archive/{id}", "delete", "Delete an archived account for good", null, "204", null);
        paths.add(
                "/v1/retention/archive/{id}/restoration",
                "post",
                "Bring an account back",
                null,
                "200",
                Paths.JSON_OBJECT);
        paths.add(
                "/v1/first-administrator",
                "post",
                "Make the first administrator, with the installation key",
                ref("NewAccount"),
                "201",
                ref("Account"));
        paths.add("/v1/seeds", "post", "Sow seed records", Paths.JSON_OBJECT, "200", Paths.JSON_OBJECT);
        paths.add(
                "/v1/samples",
                "post",
                "Make sample accounts",
                object(Map.of("count", Map.of("type", "integer")), List.of("count")),
                "200",
                Paths.JSON_OBJECT);
    }

    private static Map<String, Object> adoptedRow() {
        Map<String, Object> tenant =
                object(Map.of("id", text(), "name", text(), "roles", array(text()), "since", text()), List.of());
        Map<String, Object> row = new LinkedHashMap<>();
        List.of("key", "id", "kind", "created", "lastModified", "anonymised", "password")
                .forEach(name -> row.put(name, text()));
        row.put("roles", array(text()));
        row.put("tenants", array(tenant));
        row.put("confirmed", Paths.JSON_OBJECT);
        row.put("values", Paths.JSON_OBJECT);
        row.put("pictures", Paths.JSON_OBJECT);
        return object(row, List.of("key", "values"));
    }

    private static Map<String, Object> array(Map<String, Object> items) {
        return Map.of("type", "array", "items", items);
    }
}
