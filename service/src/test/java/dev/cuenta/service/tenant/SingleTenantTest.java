package dev.cuenta.service.tenant;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.core.model.Models;
import dev.cuenta.service.testing.Http;
import java.util.Map;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** One tenant for each account, and how a request says which tenant it is about. */
class SingleTenantTest extends PeopleInTenants {
    private static final String INVITED = """
            tenants:
              membership: one
              onSignUp: invited
              currentFrom: [subdomain, session]
            """;

    @Test
    void from_a_revision_on_people_belong_to_one_tenant_and_are_invited() {
        String source = Models.source("account-model.yaml").replaceAll("(?ms)^tenants:.*?^(?=  fields:)", INVITED);
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
        assertThat(marea.keyHolder()
                        .post("/v1/model/revisions", Map.of("source", source))
                        .status(409)
                        .everything())
                .contains("Which one each of them keeps is for you to say: cuenta tenants leave");
        marea.sql("""
                        select tenant_id || ' ' || account_id from (select *, row_number() over (partition by account_id order by since, tenant_id) as nth
                            from cuenta.membership) member where nth > 1""").lines().map(line -> line.split(" ")).forEach(member -> leave(member[0], member[1]));
        marea.publish(source);

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
        assertThat(marea.keyHolder()
                        .put(
                                "/v1/tenants/" + second + "/members/"
                                        + noor.path("id").asString(),
                                Map.of())
                        .status(409)
                        .everything())
                .contains("belongs to a tenant already");
        theModelSaysWhatNamesTheTenant();
    }

    private static void theModelSaysWhatNamesTheTenant() {
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

        assertThat(countAt("pier-three.marea.example")).isEqualTo("{\"count\":0}");
        assertThat(countAt("marea.example")).startsWith("{\"count\":").isNotEqualTo("{\"count\":0}");
        assertThat(countAt("nowhere.marea.example")).contains("no such tenant");
    }

    /** As a browser would ask there. */
    private static String countAt(String host) {
        return marea.keyHolder()
                .send("GET", "/v1/accounts/count", null, "Host", host)
                .response()
                .body();
    }
}
