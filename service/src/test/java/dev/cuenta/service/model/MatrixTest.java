package dev.cuenta.service.model;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.service.testing.Http;
import dev.cuenta.service.testing.OnMarea;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.DynamicTest;
import org.junit.jupiter.api.TestFactory;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** For each field, party and operation of the demo's model: the door does what the matrix says. */
class MatrixTest extends OnMarea {
    /** Of the wrong type for every field: whoever may write is told that, and nothing changes. */
    private static final Map<String, Object> WRONG = Map.of("no", Map.of("such", "value"));

    private static final Set<String> CLOSED = Set.of("notWritable", "unknown");

    /** Without a permission beside them they meet no record over HTTP; DoorsTest has them. */
    private static final Set<String> REACHES_NOBODY = Set.of("member", "boater");

    private static final JsonMapper JSON = JsonMapper.builder().build();

    private static String harbour = "";

    /** Somebody who is a party, and how they meet a record. */
    private record Visitor(Http http, String record, boolean lists) {}

    @TestFactory
    List<DynamicTest> every_door_does_what_the_matrix_says() {
        JsonNode matrix = marea.keyHolder().get("/v1/model/matrix").status(200).json();
        Map<String, Map<String, Visitor>> visitors = visitors();
        List<DynamicTest> tests = new ArrayList<>();
        for (JsonNode field : matrix.path("fields")) {
            field.path("cells").properties().forEach(cell -> {
                String path = field.path("path").asString();
                String party = cell.getKey();
                if (!REACHES_NOBODY.contains(party) && !path.startsWith("tenants.")) {
                    tests.add(DynamicTest.dynamicTest(
                            path + " by " + party, () -> check(path, party, cell.getValue(), visitors)));
                }
            });
        }
        assertThat(tests).hasSizeGreaterThan(100);
        return tests;
    }

    private static void check(String path, String party, JsonNode cell, Map<String, Map<String, Visitor>> visitors) {
        List<String> rights = new ArrayList<>();
        cell.path("rights").forEach(right -> rights.add(right.asString()));
        List<String> found = new ArrayList<>();
        if (party.equals("guest")) {
            note(found, "signUp", isOpen(marea.guest().post("/v1/sign-ups", signUpWith(path)), path));
        } else {
            Visitor visitor = visitors.get(party).get(path.startsWith("employment.") ? "staff" : "berthHolder");
            found.addAll(tried(visitor, path));
            if (!visitor.lists()) {
                rights.removeAll(List.of("create", "filter", "sort"));
            }
            rights.remove("export");
        }
        assertThat(found).as(cell.path("why").asString()).containsExactlyInAnyOrderElementsOf(rights);
    }

    private static List<String> tried(Visitor visitor, String path) {
        List<String> found = new ArrayList<>();
        String kind = path.startsWith("employment.") ? "staff" : "berthHolder";
        Http http = visitor.http();
        note(found, "change", isOpen(ask(http, path, "PATCH", visitor.record(), body(path, WRONG)), path));
        Http.Answer read = ask(http, path, "GET", visitor.record() + "?fields=" + path, null);
        note(found, "read", read.status() == 200);
        if (visitor.lists()) {
            Map<String, Object> made = new LinkedHashMap<>(body(path, WRONG));
            made.put("kind", kind);
            Http.Answer created = ask(http, path, "POST", "/v1/accounts", made);
            note(found, "create", created.status() != 403 && isOpen(created, path));
            note(
                    found,
                    "filter",
                    ask(http, path, "GET", "/v1/accounts?filter=" + path + " pr", null)
                                    .status()
                            == 200);
            note(
                    found,
                    "sort",
                    ask(http, path, "GET", "/v1/accounts?sort=" + path, null).status() == 200);
            assertThat(ask(http, path, "GET", "/v1/accounts/count?filter=" + path + " pr", null)
                                    .status()
                            == 200)
                    .isEqualTo(found.contains("filter"));
        }
        return found;
    }

    /** In the harbour, where the field has a value in each. */
    private static Http.Answer ask(
            Http http, String path, String method, String address, @Nullable Map<String, Object> body) {
        String json = body == null ? null : JSON.writeValueAsString(body);
        return path.startsWith("stay.")
                ? http.send(method, address, json, "Cuenta-Tenant", harbour)
                : http.send(method, address, json);
    }

    private static void note(List<String> found, String right, boolean has) {
        if (has) {
            found.add(right);
        }
    }

    /** Whether the value was looked at, and refused for what it is. */
    private static boolean isOpen(Http.Answer answer, String path) {
        assertThat(answer.status()).as(answer.everything()).isIn(422, 403, 404);
        String pointer = "/" + path.replace('.', '/');
        for (JsonNode error : answer.json().path("errors")) {
            boolean about = pointer.startsWith(error.path("pointer").asString());
            if (about && CLOSED.contains(error.path("code").asString())) {
                return false;
            }
        }
        return answer.status() == 422;
    }

    private static Map<String, Object> signUpWith(String path) {
        Map<String, Object> body = new LinkedHashMap<>(body(path, WRONG));
        body.put("password", PASSWORD);
        return body;
    }

    private static Map<String, Object> body(String path, Object value) {
        int dot = path.indexOf('.');
        return dot < 0 ? Map.of(path, value) : Map.of(path.substring(0, dot), Map.of(path.substring(dot + 1), value));
    }

    private static Map<String, Map<String, Visitor>> visitors() {
        Map<String, Map<String, Visitor>> visitors = new LinkedHashMap<>();
        String holder = signUp("holder");
        Http own = marea.as("holder@post.example", PASSWORD);
        String staff = staff("staff");
        Http ownStaff = marea.as("staff@post.example", PASSWORD);
        visitors.put(
                "owner",
                Map.of(
                        "berthHolder", new Visitor(own, "/v1/me", false),
                        "staff", new Visitor(ownStaff, "/v1/me", false)));
        visitors.put("administrator", ofBoth(marea.operator(), holder, staff, true));
        String master = signUp("master");
        harbour = marea.sql("select id from cuenta.tenant where name = 'Isla Verde'");
        for (String id : List.of(holder, staff, master)) {
            marea.sql("insert into cuenta.membership (account_id, tenant_id) values ('" + id + "', '" + harbour + "')");
        }
        marea.sql(
                "delete from cuenta.membership where account_id = '" + master + "' and tenant_id <> '" + harbour + "'");
        marea.sql("insert into cuenta.role_given (account_id, role, tenant_id) values ('" + master + "', 2, '" + harbour
                + "')");
        visitors.put("harbourMaster", ofBoth(marea.as("master@post.example", PASSWORD), holder, staff, true));
        for (String service : List.of("berths", "billing", "gates")) {
            Http http = marea.with(marea.serviceKey(service));
            visitors.put("service:" + service, ofBoth(http, holder, staff, true));
        }
        return visitors;
    }

    private static Map<String, Visitor> ofBoth(Http http, String holder, String staff, boolean lists) {
        return Map.of(
                "berthHolder", new Visitor(http, "/v1/accounts/" + holder, lists),
                "staff", new Visitor(http, "/v1/accounts/" + staff, lists));
    }

    private static String staff(String name) {
        return marea.operator()
                .post(
                        "/v1/accounts",
                        Map.of(
                                "kind",
                                "staff",
                                "email",
                                name + "@post.example",
                                "password",
                                PASSWORD,
                                "person",
                                Map.of("givenName", name, "familyName", "Roca"),
                                "employment",
                                Map.of("startedOn", "2026-01-01")))
                .status(201)
                .json()
                .path("id")
                .asString();
    }
}
