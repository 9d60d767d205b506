package dev.cuenta.service.openapi;

import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Field;
import dev.cuenta.core.model.Party;
import dev.cuenta.core.problem.ProblemKind;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.function.Predicate;
import org.jspecify.annotations.Nullable;

/** Builds the OpenAPI 3.1 document of a revision: addresses that are always the same, and schemas that follow the model. */
final class OpenApi {
    private static final Map<String, Object> JSON_OBJECT = Map.of("type", "object");

    private final AccountModel model;
    private final Map<String, Object> paths = new LinkedHashMap<>();

    private OpenApi(AccountModel model) {
        this.model = model;
    }

    static Map<String, Object> of(AccountModel model, int revision, ProblemKind[] problems) {
        OpenApi api = new OpenApi(model);
        api.addPaths();
        Map<String, Object> schemas = new LinkedHashMap<>();
        schemas.put("Account", api.account());
        schemas.put("AccountPage", page());
        schemas.put("SignUp", api.body(field -> field.write().contains(Party.GUEST) && inDefaultKind(model, field)));
        schemas.put("NewAccount", api.body(field -> true));
        schemas.put("AccountPatch", api.patch());
        schemas.put("Problem", problem(problems));
        Map<String, Object> document = new LinkedHashMap<>();
        document.put("openapi", "3.1.0");
        document.put("info", Map.of("title", "Accounts of " + model.name(), "version", "revision " + revision));
        document.put("security", List.of(Map.of("bearer", List.of())));
        document.put("paths", api.paths);
        document.put(
                "components",
                Map.of(
                        "schemas",
                        schemas,
                        "securitySchemes",
                        Map.of("bearer", Map.of("type", "http", "scheme", "bearer"))));
        return document;
    }

    private static boolean inDefaultKind(AccountModel model, Field field) {
        return model.fieldsOf(model.defaultKind()).contains(field);
    }

    private void addPaths() {
        guest("/v1/sign-ups", "post", "Sign up", ref("SignUp"), "201", ref("Account"));
        guest(
                "/v1/sessions",
                "post",
                "Sign in",
                object(Map.of("identifier", text(), "password", text()), List.of("identifier", "password")),
                "201",
                JSON_OBJECT);
        add("/v1/sessions/current", "delete", "Sign out", null, "204", null);
        add("/v1/me", "get", "Read one's own account", null, "200", ref("Account"));
        add(
                "/v1/me",
                "patch",
                "Change one's own account (JSON Merge Patch, RFC 7396)",
                ref("AccountPatch"),
                "200",
                ref("Account"));
        add("/v1/accounts", "get", "List accounts", null, "200", ref("AccountPage"));
        parameters(
                "/v1/accounts",
                List.of(
                        query("filter", "SCIM filter (RFC 7644 section 3.4.2.2)"),
                        query("sort", "a field; with - before it, descending"),
                        query("fields", "fields to answer with, by comma"),
                        query("limit", "1 to 200; 25 by default"),
                        query("cursor", "next of the page before")));
        add("/v1/accounts", "post", "Make an account", ref("NewAccount"), "201", ref("Account"));
        add("/v1/accounts/count", "get", "Count accounts", null, "200", JSON_OBJECT);
        add("/v1/accounts/{id}", "get", "Read an account", null, "200", ref("Account"));
        add(
                "/v1/accounts/{id}",
                "patch",
                "Change an account (JSON Merge Patch, RFC 7396); If-Match against lost updates",
                ref("AccountPatch"),
                "200",
                ref("Account"));
        add("/v1/accounts/{id}", "delete", "Remove an account", null, "204", null);
        add("/v1/tenants", "get", "List tenants", null, "200", JSON_OBJECT);
        Map<String, Object> source = object(Map.of("file", text(), "source", text()), List.of("source"));
        add("/v1/model", "get", "The live model", null, "200", JSON_OBJECT);
        add("/v1/model/form", "get", "What the caller may read and write", null, "200", JSON_OBJECT);
        add("/v1/model/matrix", "get", "The access matrix", null, "200", JSON_OBJECT);
        add("/v1/model/findings", "post", "Check a model file", source, "200", JSON_OBJECT);
        add("/v1/model/diffs", "post", "Show what publishing a file would do", source, "200", JSON_OBJECT);
        add("/v1/model/revisions", "get", "History", null, "200", JSON_OBJECT);
        add("/v1/model/revisions", "post", "Publish a file", source, "202", JSON_OBJECT);
        add(
                "/v1/model/revisions/{number}",
                "get",
                "A revision and how far its publishing is",
                null,
                "200",
                JSON_OBJECT);
        Map<String, Object> rule = object(Map.of("rule", text()), List.of("rule"));
        add("/v1/retention/rules", "get", "Retention rules", null, "200", JSON_OBJECT);
        add("/v1/retention/previews", "post", "What a rule would take now", rule, "200", JSON_OBJECT);
        add("/v1/retention/runs", "get", "Past runs", null, "200", JSON_OBJECT);
        add("/v1/retention/runs", "post", "Run a rule", rule, "202", JSON_OBJECT);
        add("/v1/retention/runs/{id}", "get", "A run and what it has taken", null, "200", JSON_OBJECT);
        add(
                "/v1/first-administrator",
                "post",
                "Make the first administrator, with the installation key",
                ref("NewAccount"),
                "201",
                ref("Account"));
        add("/v1/seeds", "post", "Sow seed records", JSON_OBJECT, "200", JSON_OBJECT);
        add(
                "/v1/samples",
                "post",
                "Make sample accounts",
                object(Map.of("count", Map.of("type", "integer")), List.of("count")),
                "200",
                JSON_OBJECT);
    }

    private void guest(
            String path,
            String method,
            String summary,
            Map<String, Object> body,
            String status,
            Map<String, Object> answer) {
        add(path, method, summary, body, status, answer).put("security", List.of());
    }

    private Map<String, Object> add(
            String path,
            String method,
            String summary,
            @Nullable Map<String, Object> body,
            String status,
            @Nullable Map<String, Object> answer) {
        Map<String, Object> operation = new LinkedHashMap<>();
        operation.put("summary", summary);
        if (path.contains("{")) {
            String name = path.substring(path.indexOf('{') + 1, path.indexOf('}'));
            operation.put(
                    "parameters", List.of(Map.of("name", name, "in", "path", "required", true, "schema", text())));
        }
        if (body != null) {
            operation.put(
                    "requestBody",
                    Map.of(
                            "required",
                            true,
                            "content",
                            content(
                                    method.equals("patch") ? "application/merge-patch+json" : "application/json",
                                    body)));
        }
        Map<String, Object> done = new LinkedHashMap<>(Map.of("description", "Done"));
        if (answer != null) {
            done.put("content", content("application/json", answer));
        }
        operation.put(
                "responses",
                Map.of(
                        status,
                        done,
                        "default",
                        Map.of(
                                "description",
                                "Refused",
                                "content",
                                content("application/problem+json", ref("Problem")))));
        operations(path).put(method, operation);
        return operation;
    }

    @SuppressWarnings("unchecked") // only this class puts operations there
    private Map<String, Object> operations(String path) {
        return (Map<String, Object>)
                Objects.requireNonNull(paths.computeIfAbsent(path, name -> new LinkedHashMap<String, Object>()));
    }

    private void parameters(String path, List<Map<String, Object>> parameters) {
        operations(path).put("parameters", parameters);
    }

    private static Map<String, Object> query(String name, String description) {
        return Map.of("name", name, "in", "query", "description", description, "schema", text());
    }

    private Map<String, Object> account() {
        Map<String, Object> properties = new LinkedHashMap<>();
        properties.put("id", text());
        properties.put(
                "kind",
                Map.of("type", "string", "enum", List.copyOf(model.kinds().keySet())));
        properties.put("displayName", text());
        properties.putAll(fields(Field::leaves, false));
        properties.put(
                "roles",
                Map.of(
                        "type",
                        "array",
                        "items",
                        Map.of(
                                "type",
                                "string",
                                "enum",
                                List.copyOf(model.roles().keySet()))));
        properties.put(
                "tenants",
                Map.of("type", "array", "items", object(Map.of("id", text(), "name", text()), List.of("id", "name"))));
        properties.put(
                "meta",
                object(
                        Map.of("created", text(), "lastModified", text(), "version", Map.of("type", "integer")),
                        List.of("version")));
        return object(properties, List.of("id", "kind", "displayName", "roles", "tenants", "meta"));
    }

    private Map<String, Object> body(Predicate<Field> chosen) {
        Map<String, Object> properties = fields(chosen, false);
        properties.put(
                "password",
                Map.of(
                        "type",
                        "string",
                        "writeOnly",
                        true,
                        "minLength",
                        model.password().minLength()));
        List<String> required = new ArrayList<>();
        model.ownFields().stream()
                .filter(chosen)
                .filter(field -> field.required() && field.defaultValue() == null)
                .forEach(field -> required.add(field.path().name()));
        return object(properties, required);
    }

    private Map<String, Object> patch() {
        return object(fields(field -> true, true), List.of());
    }

    private Map<String, Object> fields(Predicate<Field> chosen, boolean patch) {
        Map<String, Object> properties = new LinkedHashMap<>();
        model.ownFields().stream()
                .filter(chosen)
                .forEach(field -> properties.put(field.path().name(), schema(field, patch)));
        for (var profile : model.profiles().values()) {
            Map<String, Object> inner = new LinkedHashMap<>();
            List<String> required = new ArrayList<>();
            for (Field field : model.fieldsOfProfile(profile.name())) {
                if (chosen.test(field)) {
                    inner.put(field.path().name(), schema(field, patch));
                    if (!patch && field.required() && field.defaultValue() == null) {
                        required.add(field.path().name());
                    }
                }
            }
            if (!inner.isEmpty()) {
                properties.put(profile.name(), object(inner, required));
            }
        }
        return properties;
    }

    private static Map<String, Object> schema(Field field, boolean patch) {
        Map<String, Object> schema = new LinkedHashMap<>(field.type().schema(field.limits()));
        schema.put("title", field.label());
        if (!field.description().isEmpty()) {
            schema.put("description", field.description());
        }
        return patch && !field.required() ? Map.of("anyOf", List.of(schema, Map.of("type", "null"))) : schema;
    }

    private static Map<String, Object> page() {
        return object(
                Map.of("items", Map.of("type", "array", "items", ref("Account")), "next", text()), List.of("items"));
    }

    private static Map<String, Object> problem(ProblemKind[] kinds) {
        Map<String, Object> properties = new LinkedHashMap<>();
        properties.put(
                "type",
                Map.of(
                        "type",
                        "string",
                        "examples",
                        Arrays.stream(kinds).map(ProblemKind::type).toList()));
        properties.put("title", text());
        properties.put("status", Map.of("type", "integer"));
        properties.put("detail", text());
        properties.put("instance", text());
        properties.put(
                "errors",
                Map.of(
                        "type",
                        "array",
                        "items",
                        object(
                                Map.of("pointer", text(), "code", text(), "detail", text()),
                                List.of("pointer", "code", "detail"))));
        return object(properties, List.of("type", "title", "status"));
    }

    private static Map<String, Object> object(Map<String, Object> properties, List<String> required) {
        Map<String, Object> schema = new LinkedHashMap<>();
        schema.put("type", "object");
        schema.put("properties", properties);
        if (!required.isEmpty()) {
            schema.put("required", required);
        }
        return schema;
    }

    private static Map<String, Object> text() {
        return Map.of("type", "string");
    }

    private static Map<String, Object> ref(String schema) {
        return Map.of("$ref", "#/components/schemas/" + schema);
    }

    private static Map<String, Object> content(String mediaType, Map<String, Object> schema) {
        return Map.of(mediaType, Map.of("schema", schema));
    }
}
