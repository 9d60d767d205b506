package dev.cuenta.service.tenant;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.service.testing.Http;
import java.util.Map;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** Invitations to tenants. */
class TenantsTest extends PeopleInTenants {

    @Test
    void an_invitation_is_good_for_one_person() {
        String tenant = made("South pontoon");
        String invitation = marea.keyHolder()
                .post("/v1/tenants/" + tenant + "/invitations", Map.of())
                .status(201)
                .json()
                .path("invitation")
                .asString();
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
        assertThat(marea.sql("select count(*) from accounts.account where email like 'rik.%'"))
                .isEqualTo("0");
        assertThat(marea.keyHolder()
                        .get("/v1/tenants/" + tenant + "/invitations")
                        .json()
                        .path("items"))
                .isEmpty();
    }

    @Test
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
        leave(tenant, mila.path("id").asString());
        assertThat(own.get("/v1/tenants").json().path("items")).hasSize(1);
    }

    @Test
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
}
