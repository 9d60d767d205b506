package dev.cuenta.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.core.model.Models;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.MethodOrderer;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestMethodOrder;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;

/** Invitations, one tenant for each account, and how a request says which tenant it is about. */
@TestMethodOrder(MethodOrderer.OrderAnnotation.class)
class TenantsTest extends OnMarea {
    private static final String PASSWORD = "nine brown rudders";
    private static final String INVITED = """
            tenants:
              membership: one
              onSignUp: invited
              currentFrom: [subdomain, session]
            """;

    @Test
    @Order(1)
    void an_invitation_is_good_for_one_person() {
        String tenant = made("South pontoon");
        String invitation = marea.cuenta("tenants", "invite", tenant)
                .succeeds()
                .text()
                .lines()
                .findFirst()
                .orElseThrow();
        Http guest = marea.guest();

        assertThat(guest.post("/v1/sign-ups", person("lea", "cuenta_invitation_none"))
                        .status(422)
                        .everything())
                .contains("Is no open invitation");
        JsonNode lea = guest.post("/v1/sign-ups", person("lea", invitation))
                .status(201)
                .json();
        assertThat(lea.path("tenants"))
                .extracting(it -> it.path("id").asString())
                .containsExactly(tenant);
        assertThat(guest.post("/v1/sign-ups", person("rik", invitation)).status())
                .isEqualTo(422);
        assertThat(marea.psql("select count(*) from accounts.account where email like 'rik.%'"))
                .isEqualTo("0");
        assertThat(marea.keyHolder()
                        .get("/v1/tenants/" + tenant + "/invitations")
                        .json()
                        .path("items"))
                .isEmpty();
    }

    @Test
    @Order(2)
    void who_is_there_already_accepts_one_and_leaves_again() {
        String tenant = made("Slipway");
        JsonNode mila = marea.guest().post("/v1/sign-ups", person("mila", null)).json();
        Http own = marea.as("mila.demo@marea.example", PASSWORD);
        JsonNode invited = marea.operator()
                .post("/v1/tenants/" + tenant + "/invitations", Map.of())
                .status(201)
                .json();
        own.post(
                        "/v1/me/memberships",
                        Map.of("invitation", invited.path("invitation").asString()))
                .status(200);
        assertThat(own.get("/v1/tenants").json().path("items")).hasSize(2);

        assertThat(own.get("/v1/tenants/" + tenant + "/invitations").status()).isEqualTo(403);
        assertThat(own.put(
                                "/v1/tenants/" + tenant + "/members/"
                                        + mila.path("id").asString(),
                                Map.of())
                        .status())
                .isEqualTo(403);
        marea.cuenta("tenants", "leave", tenant, mila.path("id").asString()).succeeds();
        assertThat(own.get("/v1/tenants").json().path("items")).hasSize(1);
    }

    @Test
    @Order(3)
    void an_invitation_can_be_taken_back() {
        String tenant = made("Boat shed");
        Http operator = marea.operator();
        String invitations = "/v1/tenants/" + tenant + "/invitations";
        JsonNode invited = operator.post(invitations, Map.of()).json();
        operator.delete(invitations + "/" + invited.path("id").asString()).status(204);

        assertThat(operator.delete(invitations + "/" + invited.path("id").asString())
                        .status())
                .isEqualTo(404);
        assertThat(marea.guest()
                        .post(
                                "/v1/sign-ups",
                                person("bram", invited.path("invitation").asString()))
                        .status())
                .isEqualTo(422);
    }

    @Test
    @Order(4)
    void from_a_revision_on_people_belong_to_one_tenant_and_are_invited(@TempDir Path folder) throws IOException {
        String source = Models.source("account-model.yaml").replaceAll("(?ms)^tenants:.*?^(?=[a-z])", INVITED);
        JsonNode diff = marea.keyHolder()
                .post("/v1/model/diffs", Map.of("source", source))
                .status(200)
                .json();
        assertThat(diff.path("changes"))
                .extracting(change -> change.path("name").asString())
                .contains(
                        "membership-limited:tenants.membership",
                        "rules-changed:tenants.onSignUp",
                        "rules-changed:tenants.currentFrom");
        Path file = Files.writeString(folder.resolve("invited.yaml"), source);
        assertThat(marea.cuenta("model", "publish", file.toString()).errors())
                .contains("Which one each of them keeps is for you to say: cuenta tenants leave");
        marea.psql("""
                        select tenant_id || ' ' || account_id from (select *, row_number() over (partition by account_id order by since, tenant_id) as nth
                            from cuenta.membership) member where nth > 1""")
                .lines()
                .map(line -> line.split(" "))
                .forEach(member ->
                        marea.cuenta("tenants", "leave", member[0], member[1]).succeeds());
        marea.cuenta("model", "publish", file.toString()).succeeds();

        assertThat(marea.guest()
                        .post("/v1/sign-ups", person("noor", null))
                        .status(422)
                        .everything())
                .contains("Whoever signs up is invited first");
        String first = made("Pier one");
        String second = made("Pier two");
        String invitation = marea.operator()
                .post("/v1/tenants/" + first + "/invitations", Map.of())
                .json()
                .path("invitation")
                .asString();
        JsonNode noor = marea.guest()
                .post("/v1/sign-ups", person("noor", invitation))
                .status(201)
                .json();
        assertThat(marea.cuenta("tenants", "join", second, noor.path("id").asString())
                        .errors())
                .contains("belongs to a tenant already");
    }

    @Test
    @Order(5)
    void the_model_says_what_names_the_tenant() {
        String pier = made("Pier three");
        Http operator = marea.operator();
        assertThat(operator.send("GET", "/v1/accounts/count", null, "Cuenta-Tenant", pier)
                        .status(400)
                        .everything())
                .contains("tenants.currentFrom");

        operator.put("/v1/sessions/current/tenant", Map.of("tenant", pier)).status(204);
        assertThat(operator.get("/v1/accounts/count").json().path("count").asInt())
                .isZero();
        operator.put("/v1/sessions/current/tenant", Map.of()).status(204);
        assertThat(operator.get("/v1/accounts/count").json().path("count").asInt())
                .isPositive();

        String asked = "curl -s -H \"Authorization: Bearer " + marea.key() + "\" -H 'Host: %s' $URL/v1/accounts/count";
        assertThat(marea.shell(asked.formatted("pier-three.marea.example")).text())
                .isEqualTo("{\"count\":0}");
        assertThat(marea.shell(asked.formatted("marea.example")).text()).isNotEqualTo("{\"count\":0}");
        assertThat(marea.shell(asked.formatted("nowhere.marea.example")).text()).contains("no such tenant");
    }

    private static String made(String name) {
        return marea.keyHolder()
                .post("/v1/tenants", Map.of("name", name))
                .status(201)
                .json()
                .path("id")
                .asString();
    }

    private static Map<String, Object> person(String name, @Nullable String invitation) {
        Map<String, Object> body = new HashMap<>(Map.of(
                "email",
                name + ".demo@marea.example",
                "password",
                PASSWORD,
                "person",
                Map.of("givenName", name, "familyName", "Demo")));
        if (invitation != null) {
            body.put("invitation", invitation);
        }
        return body;
    }
}
