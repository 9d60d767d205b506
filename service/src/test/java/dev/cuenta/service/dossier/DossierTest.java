package dev.cuenta.service.dossier;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.service.testing.Http;
import dev.cuenta.service.testing.OnMarea;
import java.util.Map;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** All that is kept about somebody. */
class DossierTest extends OnMarea {
    @Test
    void an_owner_gets_everything_and_learns_what_is_kept_and_not_shown() {
        Http ada = person("ada");
        String id = ada.get("/v1/me").json().path("id").asString();
        ada.patch("/v1/me", Map.of("person", Map.of("bornOn", "1990-04-02", "about", "Sails <b>alone</b>.")))
                .status(200);
        marea.sql("update accounts.profile_mooring set gate_code = '~GateCanary~' where account_id = '" + id + "'");

        Http.Answer answer = ada.send("GET", "/v1/me/dossier", null, "Accept", "application/json")
                .status(200);
        JsonNode dossier = answer.json();

        assertThat(value(dossier, "person.bornOn").path("value").asString())
                .as("although shown on request only")
                .isEqualTo("1990-04-02");
        assertThat(value(dossier, "mooring.gateCode").path("withheld").asString())
                .isEqualTo("Kept, and never returned to anybody.");
        assertThat(value(dossier, "person.givenName").path("readers").toString())
                .contains("owner", "member", "service:billing", "administrator");
        assertThat(dossier.path("signIn").path("passwordKeptAs").asString()).isEqualTo("argon2id");
        assertThat(dossier.path("sessions")).hasSize(1);
        assertThat(dossier.path("services").toString()).contains("billing", "email");
        assertThat(dossier.path("retention").toString()).contains("abandonedSignUps", "P14D");
        assertThat(dossier.path("activity").toString()).contains("signed-up", "signed-in", "dossier-given");
        assertThat(answer.everything()).doesNotContain("~GateCanary~", "$argon2id$", "cuenta_session_");
    }

    @Test
    void it_is_a_page_too_in_which_nothing_runs() {
        Http ben = person("ben");
        ben.patch("/v1/me", Map.of("person", Map.of("about", "<script>alert(1)</script>")))
                .status(200);

        Http.Answer page = ben.send("GET", "/v1/me/dossier", null, "Accept", "text/html,*/*;q=0.8")
                .status(200);

        assertThat(page.response().headers().firstValue("Content-Type").orElseThrow())
                .startsWith("text/html");
        assertThat(page.response().body())
                .contains("<h1>ben Roca</h1>", "&lt;script&gt;alert(1)")
                .doesNotContain("<script");
    }

    @Test
    void whoever_hands_it_over_sees_no_more_than_they_may() {
        Http cleo = person("cleo");
        String id = cleo.get("/v1/me").json().path("id").asString();
        Http dirk = person("dirk");
        assertThat(dirk.get("/v1/accounts/" + id + "/dossier").status()).isEqualTo(404);
        assertThat(marea.guest().get("/v1/accounts/" + id + "/dossier").status())
                .isEqualTo(401);

        Http operator = marea.operator();
        String address = "/v1/accounts/" + id + "/dossier";
        assertThat(operator.send("GET", address, null, "Accept", "text/html")
                        .status(200)
                        .response()
                        .body())
                .contains("<h1>cleo Roca</h1>", "What is kept");
        JsonNode dossier = operator.send("GET", address, null, "Accept", "application/json")
                .status(200)
                .json();
        assertThat(dossier.path("signIn").has("passwordKeptAs")).isTrue();
        assertThat(dossier.path("retention").toString()).contains("abandonedSignUps");
        assertThat(dossier.path("dependents")).isEmpty();
        assertThat(marea.sql("select count(*) from cuenta.activity where action = 'dossier-given' and account = '" + id
                        + "'"))
                .isEqualTo("2");
    }

    private static JsonNode value(JsonNode dossier, String field) {
        for (JsonNode each : dossier.path("values")) {
            if (each.path("field").asString().equals(field)) {
                return each;
            }
        }
        throw new AssertionError("Not in the dossier: " + field);
    }
}
