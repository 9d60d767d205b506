package dev.cuenta.service.openapi;

import static dev.cuenta.service.openapi.Schemas.object;
import static dev.cuenta.service.openapi.Schemas.ref;
import static dev.cuenta.service.openapi.Schemas.text;

import dev.cuenta.core.access.Grant;
import dev.cuenta.core.model.AccountModel;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;

/** The OpenAPI 3.1 document of a revision: addresses that are always the same, and {@link Schemas} that follow the model. */
final class OpenApi {
    private static final Map<String, Object> JSON_OBJECT = Map.of("type", "object");

    private static final Pattern PLACE = Pattern.compile("\\{(\\w+)}");

    private final Map<String, Object> paths = new LinkedHashMap<>();

    private OpenApi() {}

    static Map<String, Object> of(AccountModel model, int revision) {
        OpenApi api = new OpenApi();
        api.addPaths();
        return api.document("Accounts of " + model.name(), revision, new Schemas(model).all());
    }

    /** Of what a service may do and sees, and nothing else. */
    static Map<String, Object> of(AccountModel model, int revision, Grant grant) {
        OpenApi api = new OpenApi();
        api.addRecords(!grant.writes().isEmpty());
        api.addSharing();
        return api.document(
                "Accounts of " + model.name() + " for " + grant.service(),
                revision,
                new Schemas(model, grant).ofService());
    }

    private Map<String, Object> document(String title, int revision, Map<String, Object> schemas) {
        Map<String, Object> document = new LinkedHashMap<>();
        document.put("openapi", "3.1.0");
        document.put("info", Map.of("title", title, "version", "revision " + revision));
        document.put("security", List.of(Map.of("bearer", List.of())));
        document.put("paths", paths);
        document.put(
                "components",
                Map.of(
                        "schemas",
                        schemas,
                        "securitySchemes",
                        Map.of("bearer", Map.of("type", "http", "scheme", "bearer"))));
        return document;
    }

    private void addPaths() {
        guest("/v1/sign-ups", "post", "Sign up", ref("SignUp"), "201", ref("Account"));
        guest(
                "/v1/sessions",
                "post",
                "Sign in",
                object(
                        Map.of("identifier", text(), "password", text(), "code", text()),
                        List.of("identifier", "password")),
                "201",
                JSON_OBJECT);
        add("/v1/sessions/current", "delete", "Sign out", null, "204", null);
        addMessages();
        add("/v1/me", "get", "Read one's own account", null, "200", ref("Account"));
        add(
                "/v1/me",
                "patch",
                "Change one's own account (JSON Merge Patch, RFC 7396)",
                ref("AccountPatch"),
                "200",
                ref("Account"));
        addRecords(true);
        addSharing();
        addServices();
        addActivity();
        addSecondFactor();
        add("/v1/accounts", "post", "Make an account", ref("NewAccount"), "201", ref("Account"));
        add("/v1/accounts/{id}", "delete", "Remove an account", null, "204", null);
        add("/v1/accounts/{id}/anonymisation", "post", "Take out what tells whose it is", null, "204", null);
        for (String owner : List.of("/v1/me", "/v1/accounts/{id}")) {
            add(owner + "/sessions", "get", "Where the account is signed in", null, "200", JSON_OBJECT);
            add(owner + "/sessions", "delete", "End all of its sessions", null, "200", JSON_OBJECT);
            add(owner + "/sessions/{session}", "delete", "End one of its sessions", null, "204", null);
        }
        for (String owner : List.of("/v1/me", "/v1/accounts/{id}")) {
            String pictures = owner + "/pictures/{field}";
            add(pictures, "get", "Show a picture", null, "200", Map.of("type", "string", "format", "binary"));
            parameters(
                    pictures,
                    List.of(
                            query("size", "the longest side: 96, 384 or 2048"),
                            query("picture", "the id of an earlier one")));
            add(
                    pictures,
                    "put",
                    "Upload a picture: JPEG, PNG or GIF as the body",
                    Map.of("type", "string", "format", "binary"),
                    "200",
                    JSON_OBJECT);
            add(pictures, "delete", "Take the current picture away", null, "200", JSON_OBJECT);
            add(pictures + "/kept", "get", "The pictures that are kept, newest first", null, "200", JSON_OBJECT);
            add(
                    pictures + "/current",
                    "put",
                    "Bring an earlier picture back",
                    object(Map.of("picture", text()), List.of("picture")),
                    "200",
                    JSON_OBJECT);
        }
        addTenants();
        Map<String, Object> source = object(
                Map.of("file", text(), "source", text(), "script", Map.of("type", "boolean")), List.of("source"));
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
        add(
                "/v1/model/revisions/{number}/control",
                "put",
                "Pause, resume or cancel a publish that is under way",
                object(
                        Map.of("control", Map.of("type", "string", "enum", List.of("run", "pause", "cancel"))),
                        List.of("control")),
                "200",
                JSON_OBJECT);
        add("/v1/model/verification", "get", "Hold the database against the live revision", null, "200", JSON_OBJECT);
        add(
                "/v1/model/id-costs",
                "post",
                "Measure what each id scheme costs on this database",
                object(Map.of("rows", Map.of("type", "integer")), List.of("rows")),
                "200",
                JSON_OBJECT);
        add(
                "/v1/model/former-ids",
                "get",
                "Which id an account had before ids became another sort of value",
                null,
                "200",
                JSON_OBJECT);
        parameters(
                "/v1/model/former-ids",
                List.of(query("after", "the last former id of the page before"), query("limit", "1 to 5000")));
        add(
                "/v1/model/databases",
                "post",
                "Make a database with the live shape and no records, for tests",
                object(Map.of("name", text()), List.of("name")),
                "201",
                JSON_OBJECT);
        add("/v1/model/schema", "get", "The JSON Schema of model files", null, "200", JSON_OBJECT);
        add("/v1/model/tables", "get", "The tables of the live model, with their sizes", null, "200", JSON_OBJECT);
        add("/v1/model/leftovers", "get", "What publishing kept aside", null, "200", JSON_OBJECT);
        add(
                "/v1/model/sweeps",
                "post",
                "Drop for good what was kept aside",
                object(Map.of("upToRevision", Map.of("type", "integer")), List.of("upToRevision")),
                "200",
                JSON_OBJECT);
        add(
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
                JSON_OBJECT);
        add(
                "/v1/credentials/report",
                "get",
                "How passwords are hashed, by how many accounts",
                null,
                "200",
                JSON_OBJECT);
        add(
                "/v1/credentials/tuning",
                "post",
                "Measure which parameters take how long on this machine",
                object(Map.of("targetMillis", Map.of("type", "integer")), List.of("targetMillis")),
                "200",
                JSON_OBJECT);
        add("/v1/secrets/keys", "get", "Which keys seal secret values", null, "200", JSON_OBJECT);
        add("/v1/secrets/rotations", "post", "Make another key, and seal anew", null, "202", JSON_OBJECT);
        add("/v1/adoptions", "get", "Other programs' rows that became accounts, by source", null, "200", JSON_OBJECT);
        add(
                "/v1/adoptions/{source}",
                "post",
                "Make accounts of up to 500 rows of a source; repeatable",
                object(
                        Map.of("accounts", Map.of("type", "array"), "clashes", JSON_OBJECT, "kind", text()),
                        List.of("accounts")),
                "200",
                JSON_OBJECT);
        add("/v1/adoptions/{source}/ids", "get", "Which row is which account", null, "200", JSON_OBJECT);
        parameters(
                "/v1/adoptions/{source}/ids",
                List.of(query("after", "the last key of the page before"), query("limit", "1 to 5000")));
        Map<String, Object> rule = object(Map.of("rule", text()), List.of("rule"));
        add("/v1/retention/rules", "get", "Retention rules", null, "200", JSON_OBJECT);
        add("/v1/retention/previews", "post", "What a rule would take now", rule, "200", JSON_OBJECT);
        add("/v1/retention/runs", "get", "Past runs", null, "200", JSON_OBJECT);
        add("/v1/retention/runs", "post", "Run a rule", rule, "202", JSON_OBJECT);
        add("/v1/retention/runs/{id}", "get", "A run and what it has taken", null, "200", JSON_OBJECT);
        add("/v1/retention/archive", "get", "Accounts that rules put aside", null, "200", JSON_OBJECT);
        add("/v1/retention/archive/{id}", "delete", "Drop for good what was put aside", null, "204", null);
        add("/v1/retention/archive/{id}/restoration", "post", "Bring an account back", null, "200", JSON_OBJECT);
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

    private void addMessages() {
        guest(
                "/v1/confirmations",
                "post",
                "Confirm an address with the token that was sent there",
                object(Map.of("token", text()), List.of("token")),
                "200",
                JSON_OBJECT);
        add(
                "/v1/me/confirmations",
                "post",
                "Get another link to confirm an address",
                object(Map.of("field", text()), List.of("field")),
                "202",
                null);
        guest(
                "/v1/password-resets",
                "post",
                "Get a link to choose another password",
                object(Map.of("identifier", text()), List.of("identifier")),
                "202",
                null);
        guest(
                "/v1/password-resets",
                "put",
                "Choose another password with the token that was sent",
                object(Map.of("token", text(), "password", text()), List.of("token", "password")),
                "204",
                null);
    }

    /** What services do with accounts too. */
    private void addRecords(boolean changes) {
        add("/v1/accounts", "get", "List accounts", null, "200", ref("AccountPage"));
        parameters(
                "/v1/accounts",
                List.of(
                        query("filter", "SCIM filter (RFC 7644 section 3.4.2.2)"),
                        query("sort", "a field; with - before it, descending"),
                        query("fields", "fields to answer with, by comma"),
                        query("limit", "1 to 200; 25 by default"),
                        query("cursor", "next of the page before")));
        add("/v1/accounts/count", "get", "Count accounts", null, "200", JSON_OBJECT);
        add("/v1/accounts/{id}", "get", "Read an account", null, "200", ref("Account"));
        parameters(
                "/v1/accounts/{id}",
                List.of(
                        query("fields", "fields to answer with, by comma"),
                        query("as", "for administrators: as this party gets it, such as service:billing")));
        if (changes) {
            add(
                    "/v1/accounts/{id}",
                    "patch",
                    "Change an account (JSON Merge Patch, RFC 7396); If-Match against lost updates",
                    ref("AccountPatch"),
                    "200",
                    ref("Account"));
        }
    }

    private void addSharing() {
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
        add("/v1/checks", "post", "Ask whether an account may do something", question, "200", JSON_OBJECT);
        String dependents = "/v1/accounts/{id}/dependents";
        add(dependents, "get", "What of the services hangs on the account", null, "200", JSON_OBJECT);
        add(dependents + "/{sort}/{key}", "put", "Note that a record hangs on the account", null, "204", null);
        add(dependents + "/{sort}/{key}", "delete", "Note that it does so no more", null, "204", null);
        add(
                dependents + "/moves",
                "post",
                "Move what hangs on the account to another one",
                object(Map.of("account", text()), List.of("account")),
                "200",
                JSON_OBJECT);
        String service = "/v1/services/{name}";
        add(service + "/contract", "get", "What the service may rely on", null, "200", JSON_OBJECT);
        add(
                service + "/contract-checks",
                "post",
                "Whether the live model still gives what a contract says",
                JSON_OBJECT,
                "200",
                JSON_OBJECT);
        add(service + "/openapi.json", "get", "This document, of what the service sees", null, "200", JSON_OBJECT);
        add(
                service + "/schema.json",
                "get",
                "JSON Schema of a record as the service sees it",
                null,
                "200",
                JSON_OBJECT);
    }

    private void addSecondFactor() {
        add(
                "/v1/tenants/{tenant}",
                "patch",
                "Say whether a tenant demands a second factor",
                object(Map.of("secondFactor", Map.of("type", "boolean")), List.of("secondFactor")),
                "204",
                null);
        String path = "/v1/me/second-factor";
        Map<String, Object> code = object(Map.of("code", text()), List.of("code"));
        add(path, "get", "Whether the account has a second factor", null, "200", JSON_OBJECT);
        add(
                path,
                "post",
                "Begin with a second factor (TOTP, RFC 6238); its seed is told once",
                object(Map.of("password", text()), List.of("password")),
                "201",
                JSON_OBJECT);
        add(path, "put", "Show a first code; recovery codes are told once", code, "200", JSON_OBJECT);
        add(path + "/recovery-codes", "post", "Make other recovery codes", code, "200", JSON_OBJECT);
        add(path + "/removal", "post", "Take the second factor away", code, "200", JSON_OBJECT);
        add(
                "/v1/accounts/{id}/second-factor",
                "delete",
                "Take away the second factor of somebody who lost it",
                null,
                "204",
                null);
    }

    private void addActivity() {
        add("/v1/activity", "get", "Who did what to which record, newest first", null, "200", JSON_OBJECT);
        parameters(
                "/v1/activity",
                List.of(
                        query("account", "to which account"),
                        query("person", "by whom: an account's id"),
                        query("service", "by which service"),
                        query("action", "such as account-changed"),
                        query("limit", "1 to 200; 50 by default"),
                        query("before", "next of the page before")));
        add("/v1/activity/verification", "get", "Whether the chain over activity fits", null, "200", JSON_OBJECT);
        for (String owner : List.of("/v1/me", "/v1/accounts/{id}")) {
            add(owner + "/activity", "get", "What was done to the account, newest first", null, "200", JSON_OBJECT);
        }
    }

    private void addServices() {
        add("/v1/services", "get", "The services of the live model, with their keys", null, "200", JSON_OBJECT);
        Map<String, Object> texts = Map.of("type", "array", "items", text());
        add(
                "/v1/services/{name}/keys",
                "post",
                "Make a key of the service; it is told once",
                object(Map.of("scope", texts, "networks", texts, "days", Map.of("type", "integer")), List.of()),
                "201",
                JSON_OBJECT);
        add("/v1/services/{name}/keys/{key}", "delete", "Take a key back", null, "204", null);
    }

    private void addTenants() {
        add("/v1/tenants", "get", "List tenants", null, "200", JSON_OBJECT);
        add(
                "/v1/tenants",
                "post",
                "Make a tenant",
                object(Map.of("name", text()), List.of("name")),
                "201",
                JSON_OBJECT);
        String member = "/v1/tenants/{tenant}/members/{id}";
        add(member, "put", "Make an account a member", null, "204", null);
        add(member, "delete", "End a membership", null, "204", null);
        String invitations = "/v1/tenants/{tenant}/invitations";
        add(invitations, "post", "Invite somebody; the token is told once", null, "201", JSON_OBJECT);
        add(invitations, "get", "The open invitations", null, "200", JSON_OBJECT);
        add(invitations + "/{id}", "delete", "Take an invitation back", null, "204", null);
        add(
                "/v1/me/memberships",
                "post",
                "Join the tenant of an invitation",
                object(Map.of("invitation", text()), List.of("invitation")),
                "200",
                JSON_OBJECT);
        add(
                "/v1/sessions/current/tenant",
                "put",
                "Choose the tenant that the session's requests are about",
                object(Map.of("tenant", text()), List.of()),
                "204",
                null);
    }

    private void guest(
            String path,
            String method,
            String summary,
            Map<String, Object> body,
            String status,
            @Nullable Map<String, Object> answer) {
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
        List<Map<String, Object>> inPath = PLACE.matcher(path)
                .results()
                .map(place -> Map.<String, Object>of(
                        "name", place.group(1), "in", "path", "required", true, "schema", text()))
                .toList();
        if (!inPath.isEmpty()) {
            operation.put("parameters", inPath);
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

    private static Map<String, Object> content(String mediaType, Map<String, Object> schema) {
        return Map.of(mediaType, Map.of("schema", schema));
    }
}
