package dev.cuenta.service.openapi;

import static dev.cuenta.service.openapi.Schemas.object;
import static dev.cuenta.service.openapi.Schemas.ref;
import static dev.cuenta.service.openapi.Schemas.text;

import java.util.List;
import java.util.Map;

/** Accounts, their pictures, and what is told of them. */
final class AccountPaths {
    private AccountPaths() {}

    static void add(Paths paths) {
        addRecords(paths, true);
        addActivity(paths);
        for (String owner : List.of("/v1/me", "/v1/accounts/{id}")) {
            paths.add(
                    owner + "/dossier",
                    "get",
                    "All that is kept about the account; as a page for text/html",
                    null,
                    "200",
                    Paths.JSON_OBJECT);
        }
        paths.guest("/v1/sign-ups", "post", "Sign up", ref("SignUp"), "201", ref("Account"));
        paths.also("/v1/sign-ups", "post", "202", "Accepted; the outcome is sent by mail (private sign-up)");
        paths.add("/v1/me", "get", "Read one's own account", null, "200", ref("Account"));
        paths.add(
                "/v1/me",
                "patch",
                "Change one's own account (JSON Merge Patch, RFC 7396)",
                ref("AccountPatch"),
                "200",
                ref("Account"));
        paths.add("/v1/accounts", "post", "Make an account", ref("NewAccount"), "201", ref("Account"));
        paths.add("/v1/accounts/{id}", "delete", "Remove an account", null, "204", null);
        paths.add("/v1/accounts/{id}/anonymisation", "post", "Take out what tells whose it is", null, "204", null);
        for (String owner : List.of("/v1/me", "/v1/accounts/{id}")) {
            String pictures = owner + "/pictures/{field}";
            paths.add(pictures, "get", "Show a picture", null, "200", Map.of("type", "string", "format", "binary"));
            paths.parameters(
                    pictures,
                    List.of(
                            Paths.query("size", "the longest side: 96, 384 or 2048"),
                            Paths.query("picture", "the id of an earlier one")));
            paths.add(
                    pictures,
                    "put",
                    "Upload a picture: JPEG, PNG or GIF as the body",
                    Map.of("type", "string", "format", "binary"),
                    "200",
                    Paths.JSON_OBJECT);
            paths.add(pictures, "delete", "Take the current picture away", null, "200", Paths.JSON_OBJECT);
            paths.add(
                    pictures + "/kept",
                    "get",
                    "The pictures that are kept, newest first",
                    null,
                    "200",
                    Paths.JSON_OBJECT);
            paths.add(
                    pictures + "/current",
                    "put",
                    "Bring an earlier picture back",
                    object(Map.of("picture", text()), List.of("picture")),
                    "200",
                    Paths.JSON_OBJECT);
        }
    }

    static void addRecords(Paths paths, boolean changes) {
        paths.add("/v1/accounts", "get", "List accounts", null, "200", ref("AccountPage"));
        paths.parameters(
                "/v1/accounts",
                List.of(
                        Paths.query("filter", "SCIM filter (RFC 7644 section 3.4.2.2)"),
                        Paths.query("sort", "a field; with - before it, descending"),
                        Paths.query("fields", "fields to answer with, by comma"),
                        Paths.query("limit", "1 to 200; 25 by default"),
                        Paths.query("cursor", "next of the page before")));
        paths.add(
                "/v1/accounts/lookup",
                "post",
                "Find up to 1,000 accounts at once, by id or by a unique field",
                ref("Lookup"),
                "200",
                ref("LookedUp"));
        paths.add("/v1/accounts/count", "get", "Count accounts", null, "200", Paths.JSON_OBJECT);
        paths.parameters(
                "/v1/accounts/count",
                List.of(
                        Paths.query("filter", "SCIM filter (RFC 7644)"),
                        Paths.query("upTo", "count no further: then `more` says whether there are more")));
        paths.add(
                "/v1/accounts/caution",
                "get",
                "Whether a list takes long because no index helps with its filter or sort",
                null,
                "200",
                Paths.JSON_OBJECT);
        paths.parameters(
                "/v1/accounts/caution",
                List.of(Paths.query("filter", "as of the list"), Paths.query("sort", "as of the list")));
        paths.add("/v1/accounts/{id}", "get", "Read an account", null, "200", ref("Account"));
        paths.parameters(
                "/v1/accounts/{id}",
                List.of(
                        Paths.query("fields", "fields to answer with, by comma"),
                        Paths.query("as", "for administrators: as this party gets it, such as service:billing")));
        if (changes) {
            paths.add(
                    "/v1/accounts/{id}",
                    "patch",
                    "Change an account (JSON Merge Patch, RFC 7396); If-Match against lost updates",
                    ref("AccountPatch"),
                    "200",
                    ref("Account"));
        }
    }

    private static void addActivity(Paths paths) {
        paths.add("/v1/activity", "get", "Who did what to which record, newest first", null, "200", Paths.JSON_OBJECT);
        paths.parameters(
                "/v1/activity",
                List.of(
                        Paths.query("account", "to which account"),
                        Paths.query("person", "by whom: an account's id"),
                        Paths.query("service", "by which service"),
                        Paths.query("action", "such as account-changed"),
                        Paths.query("limit", "1 to 200; 50 by default"),
                        Paths.query("before", "next of the page before")));
        paths.add(
                "/v1/activity/verification",
                "get",
                "Whether the chain over activity fits",
                null,
                "200",
                Paths.JSON_OBJECT);
        for (String owner : List.of("/v1/me", "/v1/accounts/{id}")) {
            paths.add(
                    owner + "/activity",
                    "get",
                    "What was done to the account, newest first",
                    null,
                    "200",
                    Paths.JSON_OBJECT);
        }
    }
}
