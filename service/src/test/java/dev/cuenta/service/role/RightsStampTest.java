package dev.cuenta.service.role;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.service.testing.Http;
import dev.cuenta.service.testing.OnMarea;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.Test;

/** The number by which a service tells which of two answers about somebody's rights is newer, wherever it meets it. */
class RightsStampTest extends OnMarea {
    @Test
    void every_answer_about_somebody_s_rights_has_one_number_which_rises_with_whatever_changes_them() {
        Http key = marea.keyHolder();
        Http berths = marea.with(marea.serviceKey("berths"));
        String ines = marea.signUp("ines");
        Http person = marea.as("ines@post.example", PASSWORD);
        String harbour = key.post("/v1/tenants", Map.of("name", "Far mole"))
                .status(201)
                .json()
                .path("id")
                .asString();
        String member = "/v1/tenants/" + harbour + "/members/" + ines;
        String administrator = "/v1/accounts/" + ines + "/roles/administrator";
        String master = "/v1/accounts/" + ines + "/roles/harbourMaster";
        Map<String, Runnable> events = new LinkedHashMap<>();
        events.put("a role", () -> key.put(administrator, Map.of()).status(200));
        events.put(
                "its end",
                () -> key.put(administrator, Map.of("ends", "2999-12-31T00:00:00Z"))
                        .status(200));
        events.put(
                "which comes",
                () -> marea.sql(
                        "update cuenta.role_given set ends_at = now() where account_id = '" + ines + "' and role = 9"));
        events.put("taken", () -> key.delete(administrator).status(204));
        events.put("joined", () -> key.put(member, Map.of()).status(204));
        events.put(
                "a role there",
                () -> key.send("PUT", master, "{}", "Cuenta-Tenant", harbour).status(200));
        events.put("suspended", () -> change(key, harbour, Map.of("suspended", true)));
        events.put("resumed", () -> change(key, harbour, Map.of("suspended", false)));
        events.put("left", () -> key.delete(member).status(204));

        long before = number(key, berths, person, ines);
        for (Map.Entry<String, Runnable> event : events.entrySet()) {
            event.getValue().run();
            long after = number(key, berths, person, ines);
            assertThat(after).as(event.getKey()).isGreaterThan(before);
            before = after;
        }
        key.patch("/v1/accounts/" + ines, Map.of("phone", "+34600111222")).status(200);
        assertThat(number(key, berths, person, ines)).as("nothing about rights").isEqualTo(before);
    }

    private static void change(Http who, String tenant, Map<String, Object> change) {
        who.patch("/v1/tenants/" + tenant, change).status(200);
    }

    /** The one number that all answers have. */
    private static long number(Http key, Http berths, Http person, String account) {
        Map<String, Object> question = Map.of("account", account, "permission", "berths.assign");
        String token = person.post("/v1/tokens", Map.of("service", "berths"))
                .status(201)
                .json()
                .path("token")
                .asString();
        Set<Long> numbers = Set.copyOf(List.of(
                berths.post("/v1/checks", question)
                        .status(200)
                        .json()
                        .path("rightsStamp")
                        .asLong(),
                berths.post("/v1/checks/accounts", Map.of("accounts", List.of(account), "permission", "berths.assign"))
                        .status(200)
                        .json()
                        .path("rightsStamps")
                        .path(account)
                        .asLong(),
                berths.post("/v1/checks/permissions", Map.of("account", account))
                        .status(200)
                        .json()
                        .path("rightsStamp")
                        .asLong(),
                berths.form("/v1/tokens/introspection", Map.of("token", token))
                        .status(200)
                        .json()
                        .path("rights_stamp")
                        .asLong(),
                key.get("/v1/accounts/" + account)
                        .status(200)
                        .json()
                        .path("meta")
                        .path("rightsStamp")
                        .asLong()));
        assertThat(numbers).hasSize(1);
        return numbers.iterator().next();
    }
}
