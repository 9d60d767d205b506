package dev.cuenta.service.tenant;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.service.testing.Http;
import dev.cuenta.service.testing.RunningService;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** Whoever administers every tenant does so when they say it, and activity tells that they did. */
class CrossTenantTest {
    private static final String MODEL = """
            cuenta: 1
            name: marea
            displayName: '{email}'
            access: { read: [owner, administrator], write: [owner, administrator] }
            fields:
              email: { type: email, required: true, uniqueness: server, signIn: true, write: [guest, owner, administrator] }
              phone: { type: phone, write: [owner, administrator] }
            roles:
              boater: { number: 1, default: true }
              administrator: { number: 9, may: ['*'] }
            tenants: { membership: many, currentFrom: [header, session], crossTenant: explicit }
            services: { gates: { reads: [email, roles] } }
            """;

    private static RunningService marea;
    private static Http operator;
    private static String operatorId;
    private static String north;
    private static String nele;

    @BeforeAll
    static void an_operator_of_no_tenant() {
        marea = RunningService.empty();
        marea.publish(MODEL);
        marea.giveSigningKey();
        Http key = marea.keyHolder();
        north = key.post("/v1/tenants", Map.of("name", "North"))
                .status(201)
                .json()
                .path("id")
                .asString();
        operatorId = account(key, Map.of("email", "oda@marea.example", "roles", List.of("administrator")));
        nele = account(key, Map.of("email", "nele@marea.example", "tenants", List.of(north)));
        operator = marea.with(marea.session(operatorId));
    }

    @AfterAll
    static void stop() {
        marea.close();
    }

    private static String account(Http key, Map<String, Object> body) {
        return key.post("/v1/accounts", body).status(201).json().path("id").asString();
    }

    private static Http.Answer ask(String method, String path, String body, String tenant) {
        return operator.send(method, path, body, "Cuenta-Tenant", tenant);
    }

    /** Every address that reads: by saying nothing nobody gets more than whoever has no such role. */
    @Test
    void nothing_that_takes_a_permission_is_answered_by_saying_nothing() {
        Http nobody = marea.with(marea.session(nele));
        List<String> more = new ArrayList<>();
        JsonNode paths = marea.guest().get("/v1/openapi.json").json().path("paths");
        paths.properties().forEach(path -> {
            if (path.getValue().has("get")) {
                String address = path.getKey()
                        .replace("{id}", nele)
                        .replace("{tenant}", north)
                        .replaceAll("\\{\\w+}", "1");
                int said = ask("GET", address, null, "*").status();
                int silent = operator.get(address).status();
                int without = nobody.get(address.replace(nele, operatorId)).status();
                if (silent == 200 && without != 200 && !address.endsWith("/" + nele)) {
                    more.add(address + ": " + said + ", " + silent + ", " + without);
                }
            }
        });

        assertThat(more).isEmpty();
    }

    @Test
    void a_refusal_says_what_to_say() {
        Http.Answer refused = operator.get("/v1/accounts");

        assertThat(refused.status()).isEqualTo(403);
        assertThat(refused.json().path("detail").asString()).contains("Cuenta-Tenant: *", "--tenant '*'");
        assertThat(operator.get("/v1/accounts/" + nele).status()).isEqualTo(404);
        assertThat(operator.get("/v1/tenants").status(200).json().path("items").size())
                .isZero();
        assertThat(operator.get("/v1/me").status(200).json().path("email").asString())
                .isEqualTo("oda@marea.example");
    }

    @Test
    void a_tenant_that_is_named_is_enough() {
        assertThat(ask("GET", "/v1/accounts", null, north)
                        .status(200)
                        .json()
                        .path("items")
                        .size())
                .isEqualTo(1);
        assertThat(ask("GET", "/v1/accounts/" + operatorId, null, north).status())
                .isEqualTo(200);
        assertThat(ask("GET", "/v1/tenants/" + north, null, north).status()).isEqualTo(200);
    }

    @Test
    void what_is_done_across_tenants_is_said_in_activity() {
        ask("PATCH", "/v1/accounts/" + nele, "{\"phone\": \"+447700900301\"}", north)
                .status(200);
        ask("PATCH", "/v1/accounts/" + nele, "{\"phone\": \"+447700900302\"}", "*")
                .status(200);

        JsonNode entries = ask("GET", "/v1/activity?account=" + nele + "&action=account-changed", null, "*")
                .status(200)
                .json()
                .path("items");
        assertThat(entries.get(0).path("details").path("allTenants").asBoolean())
                .isTrue();
        assertThat(entries.get(0).has("tenant")).isFalse();
        assertThat(entries.get(1).path("details").has("allTenants")).isFalse();
        assertThat(entries.get(1).path("tenant").asString()).isEqualTo(north);
    }

    @Test
    void a_session_can_say_it_until_it_says_something_else() {
        Http session = marea.with(marea.session(operatorId));
        session.send("PUT", "/v1/sessions/current/tenant", "{\"tenant\": \"*\"}")
                .status(204);
        assertThat(session.get("/v1/accounts").status(200).json().path("items").size())
                .isEqualTo(2);
        JsonNode form = session.get("/v1/model/form").status(200).json();
        assertThat(form.path("allTenants").asBoolean()).isTrue();
        assertThat(form.path("hasToSayAll").asBoolean()).isTrue();
        assertThat(session.send("GET", "/v1/accounts", null, "Cuenta-Tenant", north)
                        .status(200)
                        .json()
                        .path("items")
                        .size())
                .isEqualTo(1);
        session.send("PUT", "/v1/sessions/current/tenant", "{\"tenant\": \"" + north + "\"}")
                .status(204);
        assertThat(session.get("/v1/accounts").status(200).json().path("items").size())
                .isEqualTo(1);
        session.send("PUT", "/v1/sessions/current/tenant", "{}").status(204);
        assertThat(session.get("/v1/accounts").status()).isEqualTo(403);
    }

    @Test
    void a_token_says_what_was_meant_when_it_was_made() {
        Http gates = marea.with(marea.serviceKey("gates"));
        for (String said : List.of("*", north)) {
            JsonNode told = told(gates, ask("POST", "/v1/tokens", "{\"service\": \"gates\"}", said));
            assertThat(told.path("tenant").asString()).isEqualTo(said);
            assertThat(told.path("roles").toString()).contains("administrator");
        }
        JsonNode told = told(gates, operator.post("/v1/tokens", Map.of("service", "gates")));
        assertThat(told.path("active").asBoolean()).isTrue();
        assertThat(told.has("tenant")).isFalse();
        assertThat(told.path("roles").toString()).isEqualTo("[\"boater\"]");
    }

    private static JsonNode told(Http gates, Http.Answer made) {
        String token = made.status(201).json().path("token").asString();
        return gates.form("/v1/tokens/introspection", Map.of("token", token))
                .status(200)
                .json();
    }

    /** It says what is meant, and gives nothing. */
    @Test
    void whoever_has_no_such_role_says_it_in_vain() {
        Http nobody = marea.with(marea.session(nele));

        assertThat(nobody.send("GET", "/v1/accounts", null, "Cuenta-Tenant", "*")
                        .status())
                .isEqualTo(403);
        assertThat(nobody.get("/v1/model/form").json().path("hasToSayAll").asBoolean())
                .isFalse();
        assertThat(marea.guest()
                        .send("GET", "/v1/accounts", null, "Cuenta-Tenant", "*")
                        .status())
                .isEqualTo(401);
    }
}
