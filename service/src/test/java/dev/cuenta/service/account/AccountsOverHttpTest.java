package dev.cuenta.service.account;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.service.testing.Http;
import dev.cuenta.service.testing.OnMarea;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.Callable;
import java.util.concurrent.Executors;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

class AccountsOverHttpTest extends OnMarea {
    private static final String SECRET = "five grey gulls";

    @Test
    void a_sign_up_makes_account_profiles_role_and_tenant_and_signs_in() {
        JsonNode made = signUpAt("Ines.Baroja@marea.example").status(201).json();
        Http ines = marea.as("ines.baroja@MAREA.example", SECRET);
        JsonNode own = ines.get("/v1/me").status(200).json();

        assertThat(own).isEqualTo(made);
        assertThat(own.path("displayName").asString()).isEqualTo("Inés Baroja");
        assertThat(own.path("mooring").path("credit").decimalValue()).isEqualByComparingTo("0");
        assertThat(own.path("roles").toString()).isEqualTo("[\"boater\"]");
        assertThat(own.path("tenants").get(0).path("name").asString()).isEqualTo("Inés moorings");
        assertThat(own.toString()).doesNotContain("$argon2id");
    }

    @Test
    void signing_out_ends_the_session_at_once() {
        signUpAt("leaver@marea.example").status(201);
        Http leaver = marea.as("leaver@marea.example", SECRET);
        leaver.delete("/v1/sessions/current").status(204);

        assertThat(leaver.get("/v1/me").status(401).problem()).isEqualTo("unauthenticated");
    }

    @Test
    void whoever_changes_their_password_ends_the_sessions_that_others_may_have() {
        signUpAt("changer@marea.example").status(201);
        Http here = marea.as("changer@marea.example", SECRET);
        Http elsewhere = marea.as("changer@marea.example", SECRET);
        String next = "seven tarred ropes";

        assertThat(change(here, "not it at all", next).status(422).problem()).isEqualTo("invalid, /current wrong");
        assertThat(change(here, SECRET, "changer").status(422).problem())
                .isEqualTo("invalid, /password minLength, /password common, /password containsIdentifier");
        assertThat(change(here, SECRET, SECRET).status(422).problem()).isEqualTo("invalid, /password same");
        assertThat(change(here, SECRET, "").status(422).problem()).isEqualTo("invalid, /password required");
        change(marea.guest(), SECRET, next).status(401);
        elsewhere.get("/v1/me").status(200);

        JsonNode changed = change(here, SECRET, next).status(200).json();
        assertThat(changed.path("sessionsEnded").asInt()).isEqualTo(1);
        here.get("/v1/me").status(401);
        marea.with(changed.path("token").asString()).get("/v1/me").status(200);
        elsewhere.get("/v1/me").status(401);
        marea.as("changer@marea.example", next).get("/v1/me").status(200);
        marea.guest()
                .post("/v1/sessions", Map.of("identifier", "changer@marea.example", "password", SECRET))
                .status(401);
    }

    private static Http.Answer change(Http person, String current, String password) {
        return person.send(
                "PUT", "/v1/me/password", "{\"current\": \"%s\", \"password\": \"%s\"}".formatted(current, password));
    }

    @Test
    void refusals_name_the_value_and_the_rule() {
        signUpAt("taken@marea.example").status(201);
        Http owner = marea.as("taken@marea.example", SECRET);
        Http guest = marea.guest();

        assertThat(signUpAt("TAKEN@marea.example").status(409).problem()).isEqualTo("taken, /email taken");
        assertThat(guest.post("/v1/sign-ups", Map.of("password", SECRET, "nmae", 1))
                        .status(422)
                        .problem())
                .isEqualTo(
                        "invalid, /nmae unknown, /email required, /person/givenName required, /person/familyName required");
        assertThat(guest.post("/v1/sign-ups", body("x@marea.example", "password123"))
                        .status(422)
                        .problem())
                .isEqualTo("invalid, /password common");
        assertThat(owner.patch("/v1/me", Map.of("mooring", Map.of("credit", 5)))
                        .status(422)
                        .problem())
                .isEqualTo("invalid, /mooring/credit notWritable");
        assertThat(owner.patch("/v1/me", Map.of("roles", List.of("administrator")))
                        .status(422)
                        .problem())
                .isEqualTo("invalid, /roles notWritable");
        assertThat(owner.send("PATCH", "/v1/me", "{\"theme\": ").status(400).problem())
                .isEqualTo("malformed");
        assertThat(owner.get("/v1/accounts").status(403).problem()).isEqualTo("forbidden");
        assertThat(guest.get("/v1/accounts").status(401).problem()).isEqualTo("unauthenticated");
        assertThat(guest.get("/v1/nowhere").status()).isEqualTo(404);
        assertThat(marea.operator()
                        .get("/v1/accounts?filter=mooring.gateCode pr")
                        .status(422)
                        .problem())
                .isEqualTo("invalid, /filter filter");
        assertThat(marea.operator()
                        .get("/v1/accounts?sort=mooring.gateCode")
                        .status(422)
                        .problem())
                .isEqualTo("invalid, /sort unknown");
        assertThat(marea.operator()
                        .get("/v1/accounts?fields=mooring.gateCode")
                        .status(422)
                        .problem())
                .isEqualTo("invalid, /fields unknown");
        assertThat(marea.operator().get("/v1/accounts?cursor=zzz").status(400).problem())
                .isEqualTo("malformed");
    }

    @Test
    void wrong_person_and_wrong_password_get_the_same_answer() {
        signUpAt("known@marea.example").status(201);
        Http guest = marea.guest();
        Http.Answer password =
                guest.post("/v1/sessions", Map.of("identifier", "known@marea.example", "password", "wrong"));
        Http.Answer person =
                guest.post("/v1/sessions", Map.of("identifier", "unknown@marea.example", "password", "wrong"));

        assertThat(password.status(401).response().body())
                .isEqualTo(person.status(401).response().body());
    }

    @Test
    void a_stale_change_is_refused_and_a_fresh_one_goes_through() {
        signUpAt("etag@marea.example").status(201);
        Http owner = marea.as("etag@marea.example", SECRET);
        String etag = owner.get("/v1/me").etag();
        owner.patch("/v1/me", Map.of("theme", "dusk"), "If-Match", etag).status(200);

        assertThat(owner.patch("/v1/me", Map.of("theme", "night"), "If-Match", etag)
                        .status(412)
                        .problem())
                .isEqualTo("stale");
        assertThat(owner.get("/v1/me").json().path("theme").asString()).isEqualTo("dusk");
    }

    @Test
    void two_sign_ups_with_one_email_at_once_make_one_account() throws Exception {
        var pool = Executors.newFixedThreadPool(8);
        for (int round = 0; round < 5; round++) {
            String email = "race" + round + "@marea.example";
            Callable<Integer> attempt = () -> signUpAt(email).status();
            List<Integer> statuses = new ArrayList<>();
            for (var result : pool.invokeAll(Collections.nCopies(4, attempt))) {
                statuses.add(result.get());
            }
            assertThat(statuses).containsOnlyOnce(201).containsOnly(201, 409);
        }
        pool.shutdown();
    }

    @Test
    void a_harbour_master_sees_the_own_harbour_and_nothing_else() {
        Http master = harbourMaster();
        JsonNode others = marea.operator()
                .get("/v1/accounts?filter=email eq \"noor.haddad@marea.example\"")
                .json()
                .path("items");
        String foreign = others.get(0).path("id").asString();
        String foreignTenant = others.get(0).path("tenants").get(0).path("id").asString();

        Set<String> seen = new HashSet<>();
        master.get("/v1/accounts?limit=200")
                .status(200)
                .json()
                .path("items")
                .forEach(account -> seen.add(account.path("tenants").toString()));
        assertThat(seen).isNotEmpty().allMatch(tenants -> tenants.contains("Punta Clara"));
        assertThat(master.get("/v1/accounts/" + foreign).status(404).problem()).isEqualTo("not-found");
        assertThat(master.patch("/v1/accounts/" + foreign, Map.of("theme", "night"))
                        .status())
                .isEqualTo(404);
        assertThat(master.delete("/v1/accounts/" + foreign).status()).isEqualTo(404);
        assertThat(master.send("GET", "/v1/accounts", null, "Cuenta-Tenant", foreignTenant)
                        .status(404)
                        .problem())
                .isEqualTo("not-found");
        assertThat(master.get("/v1/model").status()).isEqualTo(403);
    }

    @Test
    void a_harbour_master_removes_nobody_who_belongs_elsewhere_too() {
        String everywhere = marea.operator()
                .get("/v1/accounts?filter=email eq \"vera.lindt@diver.example\"")
                .json()
                .path("items")
                .get(0)
                .path("id")
                .asString();
        Http master = harbourMaster();

        assertThat(master.get("/v1/accounts/" + everywhere).status()).isEqualTo(200);
        assertThat(master.delete("/v1/accounts/" + everywhere).status(403).problem())
                .isEqualTo("forbidden");
    }

    @Test
    void an_administrator_chooses_a_tenant_by_header() {
        Http operator = marea.operator();
        String tenant = operator.get("/v1/tenants")
                .json()
                .path("items")
                .get(1)
                .path("id")
                .asString();

        operator.send("GET", "/v1/accounts?limit=200", null, "Cuenta-Tenant", tenant)
                .status(200)
                .json()
                .path("items")
                .forEach(account ->
                        assertThat(account.path("tenants").toString()).contains(tenant));
    }

    @Test
    void an_operator_makes_changes_and_removes_an_account() {
        Http operator = marea.operator();
        JsonNode made = operator.post(
                        "/v1/accounts",
                        Map.of(
                                "kind", "staff",
                                "email", "new.hand@marea.example",
                                "person", Map.of("givenName", "Ana", "familyName", "Sol"),
                                "employment", Map.of("startedOn", "2026-11-01"),
                                "roles", List.of("administrator")))
                .status(201)
                .json();
        String path = "/v1/accounts/" + made.path("id").asString();
        assertThat(made.path("roles").toString()).isEqualTo("[\"boater\",\"administrator\"]");

        JsonNode changed = operator.patch(
                        path, Map.of("roles", List.of("boater"), "employment", Map.of("contractYears", 3)))
                .status(200)
                .json();
        assertThat(changed.path("roles").toString()).isEqualTo("[\"boater\"]");
        assertThat(changed.path("employment").path("contractYears").asInt()).isEqualTo(3);

        operator.delete(path).status(204);
        assertThat(operator.get(path).status()).isEqualTo(404);
    }

    @Test
    void the_last_administrator_cannot_go() {
        Http operator = marea.operator();
        String own = "/v1/accounts/" + operator.get("/v1/me").json().path("id").asString();

        assertThat(operator.patch(own, Map.of("roles", List.of("boater")))
                        .status(409)
                        .problem())
                .isEqualTo("conflict");
        assertThat(operator.delete(own).status(409).problem()).isEqualTo("conflict");
        assertThat(marea.keyHolder()
                        .post("/v1/first-administrator", body("second@marea.example", SECRET))
                        .status(409)
                        .problem())
                .isEqualTo("conflict");
    }

    @Test
    void pages_follow_each_other_by_cursor_and_link() {
        Http operator = marea.operator();
        Http.Answer first = operator.get("/v1/accounts?limit=3&sort=-email");
        String next = first.json().path("next").asString();
        String second = operator.get("/v1/accounts?limit=3&sort=-email&cursor=" + next)
                .status(200)
                .response()
                .body();

        assertThat(first.response().headers().firstValue("Link").orElseThrow())
                .contains(next)
                .endsWith("rel=\"next\"");
        first.json()
                .path("items")
                .forEach(account ->
                        assertThat(second).doesNotContain(account.path("id").asString()));
        assertThat(operator.get("/v1/accounts?limit=3&cursor=" + next).status()).isEqualTo(400);
    }

    @Test
    void a_cookie_alone_changes_nothing() {
        signUpAt("cookie@marea.example").status(201);
        String credentials = "{\"identifier\": \"cookie@marea.example\", \"password\": \"" + SECRET + "\"}";
        Http.Answer session = marea.guest().send("POST", "/v1/sessions", credentials, "Cuenta-Console", "1");
        String cookie = session.response().headers().firstValue("Set-Cookie").orElseThrow();
        String value = cookie.substring(0, cookie.indexOf(';'));

        assertThat(cookie).contains("HttpOnly").contains("SameSite=Strict");
        assertThat(session.json().has("token")).isFalse();
        assertThat(marea.guest().send("GET", "/v1/me", null, "Cookie", value).status())
                .isEqualTo(200);
        assertThat(marea.guest()
                        .send("PATCH", "/v1/me", "{\"theme\": \"night\"}", "Cookie", value)
                        .status())
                .isEqualTo(401);
        assertThat(marea.guest()
                        .send("PATCH", "/v1/me", "{\"theme\": \"night\"}", "Cookie", value, "Cuenta-Console", "1")
                        .status())
                .isEqualTo(200);
    }

    @Test
    void every_answer_tells_the_browser_what_not_to_do() {
        for (Http.Answer answer : List.of(
                marea.guest().get("/v1/openapi.json"),
                marea.guest().get("/v1/me"),
                marea.operator().get("/v1/accounts"),
                marea.guest().get("/"))) {
            assertThat(answer.everything())
                    .contains("default-src 'self'", "frame-ancestors 'none'", "nosniff", "no-referrer")
                    .doesNotContain("access-control-allow", "x-powered-by");
        }
        assertThat(marea.operator().get("/v1/accounts").everything()).contains("no-store");
        assertThat(marea.operator().send("TRACE", "/v1/accounts", null).status())
                .isIn(400, 405, 501);
        assertThat(marea.operator().delete("/v1/accounts").status()).isEqualTo(405);
        assertThat(marea.operator()
                        .send("POST", "/v1/accounts", "<account/>", "Content-Type", "application/xml")
                        .status())
                .isEqualTo(415);
    }

    private static Http harbourMaster() {
        Http operator = marea.operator();
        String tenant = operator.get("/v1/tenants")
                .json()
                .path("items")
                .get(0)
                .path("id")
                .asString();
        operator.post(
                "/v1/accounts",
                Map.of(
                        "kind", "staff",
                        "email", "master@marea.example",
                        "password", SECRET,
                        "person", Map.of("givenName", "Mar", "familyName", "Vidal"),
                        "employment", Map.of("startedOn", "2026-11-01"),
                        "roles", List.of("harbourMaster"),
                        "tenants", List.of(tenant)));
        return marea.as("master@marea.example", SECRET);
    }

    private static Http.Answer signUpAt(String email) {
        return marea.guest().post("/v1/sign-ups", body(email, SECRET));
    }

    private static Map<String, Object> body(String email, String password) {
        return Map.of(
                "email", email, "password", password, "person", Map.of("givenName", "Inés", "familyName", "Baroja"));
    }
}
