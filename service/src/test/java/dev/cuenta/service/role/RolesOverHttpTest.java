package dev.cuenta.service.role;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.service.testing.Http;
import dev.cuenta.service.testing.OnMarea;
import java.time.Duration;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** Giving, taking and explaining roles, as anybody who asks over HTTP meets it. */
class RolesOverHttpTest extends OnMarea {
    private static Http operator;
    private static String harbour;

    @BeforeAll
    static void sign_in() {
        operator = marea.operator();
        harbour = marea.sql("select id from cuenta.tenant where name = 'Punta Clara'");
    }

    @Test
    void the_catalogue_says_what_each_role_is() {
        JsonNode roles = operator.get("/v1/roles").status(200).json().path("items");
        assertThat(roles.valueStream().map(role -> role.path("name").asString()))
                .containsExactly("boater", "harbourMaster", "administrator");
        assertThat(roles.get(1).toString())
                .isEqualTo(
                        "{\"name\":\"harbourMaster\",\"number\":2,\"label\":\"Harbour master\",\"description\":\"\",\"byDefault\":false,\"onCreate\":false,\"withinTenant\":true,\"kinds\":[],\"may\":[\"accounts.read\",\"accounts.write\",\"berths.assign\"],\"excludes\":[],\"approval\":false,\"secondFactor\":false,\"formerly\":[]}");
        assertThat(person("asks").get("/v1/roles").status()).isEqualTo(403);
    }

    @Test
    void a_role_is_given_with_a_reason_for_a_time_and_told() {
        String signe = signUp("signe");
        Instant ends = Instant.parse("2999-12-31T00:00:00Z");
        JsonNode grant = give(
                        operator,
                        signe,
                        "administrator",
                        Map.of("reason", "Stands in for Olga", "ends", ends.toString()))
                .status(200)
                .json();
        assertThat(grant.path("state").asString()).isEqualTo("inEffect");

        JsonNode given =
                operator.get("/v1/accounts/" + signe + "/roles").status(200).json();
        JsonNode administrator = given.path("items").get(1);
        assertThat(administrator.path("reason").asString()).isEqualTo("Stands in for Olga");
        assertThat(administrator.path("ends").asString()).isEqualTo(ends.toString());
        assertThat(given.path("names")
                        .path(administrator.path("givenBy").asString())
                        .asString())
                .isEqualTo("Olga Paz");
        JsonNode told = operator.get("/v1/activity?account=" + signe + "&action=role-given")
                .status(200)
                .json()
                .path("items")
                .get(0);
        assertThat(told.path("details").toString())
                .isEqualTo(
                        "{\"role\":\"administrator\",\"reason\":\"Stands in for Olga\",\"ends\":\"2999-12-31T00:00:00Z\"}");
        assertThat(operator.get("/v1/accounts/" + signe)
                        .json()
                        .path("meta")
                        .path("roleEnds")
                        .toString())
                .isEqualTo("{\"administrator\":\"2999-12-31T00:00:00Z\"}");
        operator.send("DELETE", "/v1/accounts/" + signe + "/roles/administrator?reason=Olga+is+back", null)
                .status(204);
        assertThat(operator.delete("/v1/accounts/" + signe + "/roles/administrator")
                        .status())
                .isEqualTo(404);
    }

    @Test
    void one_that_ends_stops_working_wherever_it_was_in_use() {
        String bram = signUp("bram");
        give(
                        operator,
                        bram,
                        "administrator",
                        Map.of("ends", Instant.now().plus(Duration.ofDays(1)).toString()))
                .status(200);
        Http asking = marea.as("bram@post.example", PASSWORD);
        asking.get("/v1/roles").status(200);
        asking.get("/v1/accounts?limit=1").status(200);
        Http.Answer seen = operator.get("/v1/accounts/" + bram).status(200);

        marea.sql("update cuenta.role_given set ends_at = now() where account_id = '" + bram + "' and role = 9");

        assertThat(asking.get("/v1/roles").status()).isEqualTo(403);
        assertThat(asking.get("/v1/accounts?limit=1").status()).isEqualTo(403);
        assertThat(operator.post("/v1/checks", Map.of("account", bram, "permission", "accounts.read"))
                        .json()
                        .path("allowed")
                        .asBoolean(true))
                .isFalse();
        assertThat(operator.send("GET", "/v1/accounts/" + bram, null, "If-None-Match", seen.etag())
                        .status())
                .isEqualTo(200);
        assertThat(missing(operator.get("/v1/accounts/" + bram + "/explanation?permission=accounts.read")))
                .startsWith("`administrator`, given everywhere, ended ");
    }

    @Test
    void one_that_is_to_come_counts_from_its_start() {
        String ines = signUp("ines");
        give(
                        operator,
                        ines,
                        "administrator",
                        Map.of("starts", Instant.now().plus(Duration.ofDays(1)).toString()))
                .status(200);
        Http asking = marea.as("ines@post.example", PASSWORD);
        assertThat(asking.get("/v1/roles").status()).isEqualTo(403);
        marea.sql("update cuenta.role_given set starts_at = now() where account_id = '" + ines + "' and role = 9");
        asking.get("/v1/roles").status(200);
        marea.sql("delete from cuenta.role_given where role = 9 and account_id = '" + ines + "'");
    }

    @Test
    void a_tenants_role_is_given_and_explained_there() {
        String tomas = marea.idOf("tomas.rey@marea.example");
        Http.Answer yes = operator.send(
                "GET",
                "/v1/accounts/" + tomas + "/explanation?permission=berths.assign",
                null,
                "Cuenta-Tenant",
                harbour);
        assertThat(yes.status(200).json().path("allowed").asBoolean()).isTrue();
        assertThat(yes.json().path("because").get(0).path("tenant").path("name").asString())
                .isEqualTo("Punta Clara");
        assertThat(missing(operator.get("/v1/accounts/" + tomas + "/explanation?permission=berths.assign")))
                .isEqualTo("`harbourMaster`, given in Punta Clara, counts only there.");

        String bo = marea.idOf("bo.adeyemi@marea.example");
        assertThat(give(operator, bo, "harbourMaster", Map.of()).status(422).problem())
                .isEqualTo("invalid, /roles tenant");
        operator.send("PUT", "/v1/accounts/" + bo + "/roles/harbourMaster", "{}", "Cuenta-Tenant", harbour)
                .status(200);
        List<String> masters = new ArrayList<>();
        String after = "";
        do {
            JsonNode page = operator.get("/v1/roles/harbourMaster/holders?limit=2" + after)
                    .status(200)
                    .json();
            page.path("items")
                    .forEach(grant ->
                            masters.add(grant.path("tenant").path("name").asString()));
            after = page.has("next") ? "&after=" + page.path("next").asString() : null;
        } while (after != null);
        assertThat(masters)
                .containsExactlyInAnyOrder("Punta Clara", "Punta Clara", "Isla Verde", "Cala Honda", "Puerto Sereno");
    }

    /** A tenant's own administrator sees and decides about that tenant, and no further. */
    @Test
    void a_harbour_master_sees_the_masters_of_that_harbour_alone_and_gives_nothing() {
        Http tomas = marea.with(marea.session(marea.idOf("tomas.rey@marea.example")));
        JsonNode holders =
                tomas.get("/v1/roles/harbourMaster/holders").status(200).json();
        assertThat(holders.path("items")
                        .valueStream()
                        .map(grant -> grant.path("tenant").path("name").asString()))
                .isNotEmpty()
                .containsOnly("Punta Clara");
        String noor = marea.idOf("noor.haddad@marea.example");
        assertThat(tomas.get("/v1/accounts/" + noor + "/roles").status()).isEqualTo(404);
        assertThat(tomas.get("/v1/accounts/" + noor + "/explanation?permission=accounts.read")
                        .status())
                .isEqualTo(404);
        String bo = marea.idOf("bo.adeyemi@marea.example");
        assertThat(give(tomas, bo, "harbourMaster", Map.of()).status(422).problem())
                .isEqualTo("invalid, /role notWritable");
        String vera = marea.idOf("vera.lindt@diver.example");
        assertThat(tomas.get("/v1/accounts/" + vera + "/roles")
                        .status(200)
                        .json()
                        .toString())
                .doesNotContain("Isla Verde");
    }

    @Test
    void what_cannot_be_given_is_refused_by_name() {
        String noor = signUp("noora");
        assertThat(give(operator, noor, "admiral", Map.of()).status(422).json().toString())
                .contains("The live model has no role `admiral`.");
        assertThat(give(operator, noor, "administrator", Map.of("ends", "2001-01-01T00:00:00Z"))
                        .status(422)
                        .problem())
                .isEqualTo("invalid, /ends past");
        assertThat(give(
                                operator,
                                noor,
                                "administrator",
                                Map.of("starts", "2999-02-01T00:00:00Z", "ends", "2999-01-01T00:00:00Z"))
                        .status(422)
                        .problem())
                .isEqualTo("invalid, /ends order");
        assertThat(give(operator, noor, "administrator", Map.of("reason", "x".repeat(201)))
                        .status(422)
                        .problem())
                .isEqualTo("invalid, /reason length");
        assertThat(give(operator, noor, "administrator", Map.of("until", "2999-01-01"))
                        .status())
                .isEqualTo(422);
        String own = operator.get("/v1/me").json().path("id").asString();
        assertThat(give(operator, own, "administrator", Map.of("ends", "2999-01-01T00:00:00Z"))
                        .status(409)
                        .json()
                        .toString())
                .contains("Nobody else who can sign in administers");
        assertThat(operator.get("/v1/me/explanation?permission=berths.asign")
                        .status(422)
                        .json()
                        .toString())
                .contains("no permission `berths.asign`", "berths.assign");
        assertThat(operator.get("/v1/roles/boater/holders?limit=0").status()).isEqualTo(422);
        assertThat(operator.get("/v1/roles/boater/holders?after=7.x").status()).isEqualTo(422);
        assertThat(operator.get("/v1/roles/boater/holders?after=nobody").status())
                .isEqualTo(422);
    }

    @Test
    void a_token_for_a_service_ends_with_the_role_that_it_speaks_of() {
        String ada = signUp("ada");
        Instant ends = Instant.now().plusSeconds(60).truncatedTo(ChronoUnit.SECONDS);
        give(operator, ada, "administrator", Map.of("ends", ends.toString())).status(200);
        JsonNode token = marea.as("ada@post.example", PASSWORD)
                .post("/v1/tokens", Map.of("service", "berths"))
                .status(201)
                .json();
        assertThat(Instant.parse(token.path("expires").asString())).isBeforeOrEqualTo(ends);
    }

    private static Http.Answer give(Http who, String account, String role, Map<String, Object> terms) {
        return who.put("/v1/accounts/" + account + "/roles/" + role, terms);
    }

    private static String missing(Http.Answer explanation) {
        JsonNode json = explanation.status(200).json();
        assertThat(json.path("allowed").asBoolean(true)).isFalse();
        return json.path("missing").get(0).asString();
    }
}
