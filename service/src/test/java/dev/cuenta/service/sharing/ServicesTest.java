package dev.cuenta.service.sharing;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.core.testing.Await;
import dev.cuenta.service.testing.Http;
import dev.cuenta.service.testing.OnMarea;
import dev.cuenta.service.testing.RunningService;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.atomic.AtomicReference;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/** Services that share the accounts: they come with keys, see their contract and nothing else, and hold accounts in place. */
class ServicesTest extends OnMarea {
    @Test
    void a_service_sees_exactly_its_contract() {
        String id = signUp("ada");
        Http billing = service("billing");

        JsonNode record = billing.get("/v1/accounts/" + id).status(200).json();
        assertThat(record.propertyNames()).containsExactly("id", "email", "person", "mooring", "meta");
        assertThat(record.path("person").propertyNames()).containsExactly("givenName", "familyName");
        assertThat(record.path("mooring").propertyNames()).containsExactly("credit");
        assertThat(billing.get("/v1/accounts?filter=email sw \"ada\"").json().path("items"))
                .containsExactly(record);
        assertThat(billing.get("/v1/accounts/" + id + "?fields=theme").problem())
                .isEqualTo("invalid, /fields unknown");
        for (String hidden : List.of("kind eq \"staff\"", "roles eq \"boater\"", "theme pr", "mooring.berth pr")) {
            assertThat(billing.get("/v1/accounts/count?filter=" + hidden).problem())
                    .isEqualTo("invalid, /filter filter");
        }
        assertThat(billing.get("/v1/accounts?sort=phone").problem()).isEqualTo("invalid, /sort unknown");
        withdrawAll("billing");
    }

    @Test
    void a_service_writes_what_its_contract_says_and_is_told_of_nothing_else() {
        String id = signUp("ben");
        Http billing = service("billing");

        assertThat(billing.patch("/v1/accounts/" + id, Map.of("mooring", Map.of("credit", 12.5)))
                        .status(200)
                        .json()
                        .path("mooring")
                        .path("credit")
                        .decimalValue())
                .isEqualByComparingTo("12.5");
        assertThat(billing.patch("/v1/accounts/" + id, Map.of("email", "else@post.example"))
                        .problem())
                .isEqualTo("invalid, /email notWritable");
        assertThat(billing.patch("/v1/accounts/" + id, Map.of("theme", "night")).problem())
                .isEqualTo(billing.patch("/v1/accounts/" + id, Map.of("theme", "nihgt"))
                        .problem())
                .isEqualTo("invalid, /theme unknown");
        assertThat(billing.delete("/v1/accounts/" + id).status()).isEqualTo(403);
        assertThat(billing.post("/v1/accounts", Map.of()).status()).isEqualTo(403);
        assertThat(billing.get("/v1/model").status()).isEqualTo(403);
        withdrawAll("billing");
    }

    @Test
    void for_a_person_both_limits_hold() {
        String own = signUp("cleo");
        String other = signUp("dirk");
        String token = key("billing");
        String person = marea.guest()
                .post("/v1/sessions", Map.of("identifier", "cleo@post.example", "password", PASSWORD))
                .json()
                .path("token")
                .asString();
        Http billing = marea.with(token);

        JsonNode record = billing.send("GET", "/v1/me", null, "Cuenta-Person", person)
                .status(200)
                .json();
        assertThat(record.path("id").asString()).isEqualTo(own);
        assertThat(record.propertyNames()).doesNotContain("theme", "phone", "kind");
        assertThat(billing.send("GET", "/v1/accounts/" + other, null, "Cuenta-Person", person)
                        .status())
                .isEqualTo(404);
        String credit = "{\"mooring\": {\"credit\": 900}}";
        assertThat(billing.send("PATCH", "/v1/me", credit, "Cuenta-Person", person)
                        .problem())
                .isEqualTo("invalid, /mooring/credit notWritable");
        assertThat(billing.send("GET", "/v1/me", null, "Cuenta-Person", "cuenta_session_nobody")
                        .status())
                .isEqualTo(401);
        assertThat(marea.operator()
                        .send("GET", "/v1/me", null, "Cuenta-Person", person)
                        .status())
                .isEqualTo(400);
        withdrawAll("billing");
    }

    /** Not even what the person could do alone: a contract with one field is no way to all roles. */
    @Test
    void for_an_administrator_a_service_does_no_more_than_its_contract() {
        String eva = signUp("eva");
        String other = signUp("fred");
        String roles = "{\"roles\": [\"boater\", \"administrator\"]}";
        marea.operator().send("PATCH", "/v1/accounts/" + eva, roles).status(200);
        String person = marea.guest()
                .post("/v1/sessions", Map.of("identifier", "eva@post.example", "password", PASSWORD))
                .json()
                .path("token")
                .asString();
        Http billing = marea.with(key("billing"));

        assertThat(marea.with(person).get("/v1/accounts/" + other).status()).isEqualTo(200);
        assertThat(billing.send("PATCH", "/v1/accounts/" + other, roles, "Cuenta-Person", person)
                        .problem())
                .startsWith("invalid, /roles notWritable");
        assertThat(billing.send("PATCH", "/v1/accounts/" + eva, "{\"roles\": [\"boater\"]}", "Cuenta-Person", person)
                        .problem())
                .startsWith("invalid, /roles notWritable");
        assertThat(billing.send("PATCH", "/v1/me", "{\"roles\": []}", "Cuenta-Person", person)
                        .status())
                .isGreaterThanOrEqualTo(400);
        assertThat(billing.send(
                                "PATCH",
                                "/v1/accounts/" + other,
                                "{\"mooring\": {\"credit\": 7}}",
                                "Cuenta-Person",
                                person)
                        .status())
                .isEqualTo(200);
        assertThat(billing.send("DELETE", "/v1/accounts/" + other, null, "Cuenta-Person", person)
                        .status())
                .isGreaterThanOrEqualTo(400);
        marea.operator()
                .send("PATCH", "/v1/accounts/" + eva, "{\"roles\": [\"boater\"]}")
                .status(200);
        withdrawAll("billing");
    }

    @Test
    void a_service_asks_what_somebody_may_and_only_what_its_contract_names() {
        String tomas = marea.idOf("tomas.rey@marea.example");
        String harbour = marea.sql("select id from cuenta.tenant where name = 'Punta Clara'");
        Http berths = service("berths");

        assertThat(asks(berths, tomas, "berths.assign", harbour)).isTrue();
        marea.keyHolder()
                .patch("/v1/tenants/" + harbour, Map.of("secondFactor", true))
                .status(200);
        assertThat(asks(berths, tomas, "berths.assign", harbour))
                .as("without a second factor, where the tenant demands one")
                .isFalse();
        marea.keyHolder()
                .patch("/v1/tenants/" + harbour, Map.of("secondFactor", false))
                .status(200);
        assertThat(asks(
                        berths,
                        tomas,
                        "berths.assign",
                        marea.sql("select id from cuenta.tenant where name = 'Isla Verde'")))
                .isFalse();
        assertThat(berths.post("/v1/checks", Map.of("account", tomas, "permission", "roles.give"))
                        .problem())
                .isEqualTo("invalid, /permission notReadable");
        assertThat(berths.post("/v1/checks", Map.of("account", tomas, "anyRole", List.of("administrator")))
                        .problem())
                .isEqualTo("invalid, /anyRole notReadable");
        withdrawAll("berths");
    }

    @Test
    void a_question_about_many_is_answered_as_about_each() {
        Http berths = service("berths");
        Http key = marea.keyHolder();
        List<String> accounts = new ArrayList<>(
                List.of(marea.sql("select id from accounts.account order by id").split("\n")));
        accounts.add("00000000-0000-7000-8000-000000000000");
        accounts.add("nobody");
        for (String harbour : marea.sql("select id from cuenta.tenant where founder is null order by name")
                .split("\n")) {
            List<String> each = accounts.stream()
                    .filter(account -> berths.post(
                                    "/v1/checks",
                                    Map.of("account", account, "permission", "berths.assign", "tenant", harbour))
                            .json()
                            .path("allowed")
                            .asBoolean(false))
                    .toList();
            assertThat(strings(
                            berths.post(
                                    "/v1/checks/accounts",
                                    Map.of("accounts", accounts, "permission", "berths.assign", "tenant", harbour)),
                            "accounts"))
                    .isEqualTo(each);
            for (String account : accounts.subList(0, accounts.size() - 2)) {
                assertThat(strings(
                                berths.post("/v1/checks/permissions", Map.of("account", account, "tenant", harbour)),
                                "permissions"))
                        .isEqualTo(each.contains(account) ? List.of("berths.assign") : List.of());
            }
        }
        assertThat(strings(
                        key.post(
                                "/v1/checks/accounts",
                                Map.of("accounts", accounts, "anyRole", List.of("administrator"))),
                        "accounts"))
                .containsExactly(marea.idOf(RunningService.OPERATOR));
        assertThat(key.post("/v1/checks/accounts", Map.of("accounts", accounts, "anyRole", List.of("admiral")))
                        .problem())
                .isEqualTo("invalid, /anyRole unknown");
        Http hugo = person("hugo");
        String own = marea.idOf("hugo@post.example");
        for (Map.Entry<String, Map<String, Object>> question : Map.<String, Map<String, Object>>of(
                        "/v1/checks", Map.of("account", own, "permission", "berths.asign"),
                        "/v1/checks/accounts", Map.of("accounts", List.of(own), "anyRole", List.of("admiral")),
                        "/v1/checks/permissions", Map.of("account", own))
                .entrySet()) {
            assertThat(hugo.post(question.getKey(), question.getValue()).status())
                    .as(question.getKey())
                    .isEqualTo(403);
        }
        assertThat(key.post("/v1/checks", Map.of("account", "nobody", "permission", "berths.asign"))
                        .problem())
                .isEqualTo("invalid, /permission unknown");
        assertThat(key.post(
                                "/v1/checks/accounts",
                                Map.of("accounts", Collections.nCopies(1001, "nobody"), "permission", "berths.assign"))
                        .problem())
                .isEqualTo("invalid, /accounts range");
        withdrawAll("berths");
    }

    private static List<String> strings(Http.Answer answer, String list) {
        return answer.status(200)
                .json()
                .path(list)
                .valueStream()
                .map(JsonNode::asString)
                .toList();
    }

    private static boolean asks(Http service, String account, String permission, String tenant) {
        return service.post("/v1/checks", Map.of("account", account, "permission", permission, "tenant", tenant))
                .status(200)
                .json()
                .path("allowed")
                .asBoolean();
    }

    @Test
    void a_record_of_a_service_holds_an_account_in_place_until_it_is_released_or_moved() {
        String id = signUp("emil");
        String other = signUp("flora");
        Http berths = service("berths");
        Http gates = service("gates");
        String booking = "/v1/accounts/" + id + "/dependents/booking/B-77";

        berths.put(booking, Map.of()).status(204);
        berths.put(booking, Map.of()).status(204);
        gates.put("/v1/accounts/" + id + "/dependents/pass/9", Map.of()).status(204);
        assertThat(berths.put("/v1/accounts/" + id + "/dependents/invoice/1", Map.of())
                        .status())
                .isEqualTo(404);
        assertThat(marea.operator().put(booking, Map.of()).status()).isEqualTo(403);
        assertThat(gates.get("/v1/accounts/" + id + "/dependents").json().path("items"))
                .hasSize(1);

        Http.Answer refused = marea.operator().delete("/v1/accounts/" + id);
        assertThat(refused.problem()).isEqualTo("conflict");
        assertThat(refused.json().path("detail").asString())
                .contains("berths (booking: 1)")
                .doesNotContain("gates");
        Http operator = marea.operator();
        assertThat(operator.get("/v1/accounts/" + id + "/dependents")
                        .status(200)
                        .everything())
                .contains("B-77", "pass");
        operator.post("/v1/accounts/" + id + "/dependents/moves", Map.of("account", other))
                .status(200);
        marea.operator().delete("/v1/accounts/" + id).status(204);

        assertThat(berths.delete("/v1/accounts/" + other + "/dependents/booking/B-77")
                        .status())
                .isEqualTo(204);
        marea.operator().delete("/v1/accounts/" + other).status(204);
        assertThat(marea.sql("select count(*) from cuenta.dependent")).isEqualTo("0");
        withdrawAll("berths");
        withdrawAll("gates");
    }

    @Test
    void retention_passes_over_whoever_is_held() {
        String held = signUp("gus");
        String free = signUp("hera");
        marea.sql("update accounts.account set created_at = now() - interval '60 days' where email like 'gus@%' or"
                + " email like 'hera@%'");
        Http berths = service("berths");
        berths.put("/v1/accounts/" + held + "/dependents/booking/1", Map.of()).status(204);

        JsonNode preview = marea.operator()
                .post("/v1/retention/previews", Map.of("rule", "abandonedSignUps"))
                .json();
        assertThat(preview.path("accounts").asInt()).isEqualTo(1);
        assertThat(preview.path("held").asInt()).isEqualTo(1);
        String run = marea.operator()
                .post("/v1/retention/runs", Map.of("rule", "abandonedSignUps"))
                .status(202)
                .json()
                .path("id")
                .asString();
        Await.until(
                "the run is done",
                () -> marea.sql("select state from cuenta.retention_run where id = '" + run + "'"),
                "done"::equals);
        assertThat(marea.operator().get("/v1/accounts/" + held).status()).isEqualTo(200);
        assertThat(marea.operator().get("/v1/accounts/" + free).status()).isEqualTo(404);
        berths.delete("/v1/accounts/" + held + "/dependents/booking/1").status(204);
        withdrawAll("berths");
    }

    @Test
    void a_key_can_be_narrower_than_the_contract_bound_to_networks_and_to_an_end() {
        String id = signUp("ivo");
        Http narrow = marea.with(key("billing", Map.of("scope", List.of("reads:email"))));

        assertThat(narrow.get("/v1/accounts/" + id).json().propertyNames()).containsExactly("id", "email", "meta");
        assertThat(narrow.patch("/v1/accounts/" + id, Map.of("mooring", Map.of("credit", 1)))
                        .status())
                .isEqualTo(404);
        assertThat(marea.with(key("billing", Map.of("networks", List.of("192.0.2.0/24"))))
                        .get("/v1/accounts")
                        .status())
                .isEqualTo(401);
        assertThat(wished("gates", Map.of("scope", List.of("reads:email")))
                        .status(422)
                        .everything())
                .contains("is not in the contract of `gates`");
        assertThat(wished("gates", Map.of("networks", List.of("harbour")))
                        .status(422)
                        .everything())
                .contains("CIDR");
        assertThat(wished("billing", Map.of()).status(409).everything()).contains("has two keys already");
        marea.sql("update cuenta.service_key set expires_at = now() - interval '1 second' where service = 'billing'");
        assertThat(narrow.get("/v1/accounts").status()).isEqualTo(401);
        withdrawAll("billing");
    }

    @Test
    void one_key_follows_another_without_one_request_refused() throws InterruptedException {
        String first = key("gates");
        AtomicBoolean done = new AtomicBoolean();
        AtomicBoolean refused = new AtomicBoolean();
        AtomicInteger asked = new AtomicInteger();
        AtomicReference<String> current = new AtomicReference<>(first);
        Thread program = new Thread(() -> {
            while (!done.get()) {
                String token = current.get();
                boolean good = marea.with(token).get("/v1/accounts?limit=1").status() == 200;
                refused.compareAndSet(false, !good && token.equals(current.get()));
                asked.incrementAndGet();
            }
        });
        program.start();
        for (int turn = 0; turn < 4; turn++) {
            String before = current.get();
            current.set(key("gates"));
            goOn(asked);
            withdraw("gates", before);
            goOn(asked);
        }
        done.set(true);
        program.join();

        assertThat(refused).isFalse();
        assertThat(marea.with(first).get("/v1/accounts").status()).isEqualTo(401);
        withdrawAll("gates");
    }

    /** Until the program has asked some more. */
    private static void goOn(AtomicInteger asked) {
        int before = asked.get();
        Await.until("the program asks", asked::get, count -> count > before + 5);
    }

    @Test
    void an_administrator_sees_a_record_exactly_as_a_service_gets_it_and_nobody_else_does() {
        String tomas = marea.idOf("tomas.rey@marea.example");
        JsonNode seen = marea.operator()
                .get("/v1/accounts/" + tomas + "?as=service:gates")
                .status(200)
                .json();
        Http gates = service("gates");

        ((ObjectNode) seen).remove("withheld");
        assertThat(seen)
                .isEqualTo(gates.get("/v1/accounts/" + tomas).status(200).json());
        assertThat(marea.operator()
                        .get("/v1/accounts/" + tomas + "?as=member")
                        .status(200)
                        .everything())
                .contains("Tomás")
                .doesNotContain("tomas.rey@");
        assertThat(marea.operator()
                        .get("/v1/accounts/" + tomas + "?as=service:gate")
                        .problem())
                .isEqualTo("invalid, /as unknown");
        assertThat(gates.get("/v1/accounts/" + tomas + "?as=owner").status()).isEqualTo(403);
        signUp("kim");
        assertThat(marea.as("kim@post.example", PASSWORD)
                        .get("/v1/accounts/" + tomas + "?as=owner")
                        .status())
                .isEqualTo(403);
        withdrawAll("gates");
    }

    @Test
    void only_whoever_may_handles_keys_and_a_key_shows_up_nowhere() {
        String token = key("gates");

        assertThat(marea.operator().get("/v1/services").status(200).everything())
                .contains(token.substring(0, ("cuenta_service_gates_").length() + 6))
                .doesNotContain(token);
        assertThat(marea.log()).doesNotContain(token);
        signUp("jo");
        Http jo = marea.as("jo@post.example", PASSWORD);
        assertThat(jo.get("/v1/services").status()).isEqualTo(403);
        assertThat(jo.post("/v1/services/gates/keys", Map.of()).status()).isEqualTo(403);
        assertThat(jo.get("/v1/services/gates/contract").status()).isEqualTo(403);
        withdrawAll("gates");
    }

    private static Http service(String name) {
        return marea.with(key(name));
    }

    private static String key(String service) {
        return key(service, Map.of());
    }

    private static String key(String service, Map<String, Object> wish) {
        return wished(service, wish).status(201).json().path("token").asString();
    }

    private static Http.Answer wished(String service, Map<String, Object> wish) {
        return marea.keyHolder().post("/v1/services/" + service + "/keys", wish);
    }

    private static void withdrawAll(String service) {
        for (JsonNode item : marea.operator().get("/v1/services").json().path("items")) {
            for (JsonNode key : item.path("keys")) {
                if (item.path("name").asString().equals(service)) {
                    withdrawById(service, key.path("id").asString());
                }
            }
        }
    }

    private static void withdraw(String service, String token) {
        String prefix = token.substring(0, ("cuenta_service_" + service + "_").length() + 6);
        String id = marea.sql("select id from cuenta.service_key where prefix = '" + prefix + "'");
        withdrawById(service, id);
    }

    private static void withdrawById(String service, String id) {
        marea.keyHolder().delete("/v1/services/" + service + "/keys/" + id).status(204);
    }
}
