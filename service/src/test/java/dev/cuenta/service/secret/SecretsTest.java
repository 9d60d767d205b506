package dev.cuenta.service.secret;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.core.model.Models;
import dev.cuenta.core.testing.Await;
import dev.cuenta.service.testing.Http;
import dev.cuenta.service.testing.OnMarea;
import dev.cuenta.service.testing.RunningService;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** Secret fields and their keys, through the real service. */
class SecretsTest extends OnMarea {
    private static final String SECRET = "~tide-table-canary~";
    private static final String LICENCE = "OV-CANARY harbour";

    @Test
    void a_secret_is_shown_to_whoever_asks_by_name_and_lies_nowhere_open() throws IOException {
        marea.publish(withLicence(""));
        JsonNode made = marea.signUp(
                        "lea", Map.of("email", "lea.demo@marea.example", "mooring", Map.of("radioLicence", SECRET)))
                .status(201)
                .json();
        String id = made.path("id").asString();
        Http lea = marea.as("lea.demo@marea.example", "nine brown rudders");

        assertThat(made.toString()).doesNotContain(SECRET);
        assertThat(lea.get("/v1/me").everything()).doesNotContain(SECRET);
        assertThat(lea.get("/v1/me?fields=mooring.radioLicence")
                        .json()
                        .path("mooring")
                        .path("radioLicence")
                        .asString())
                .isEqualTo(SECRET);
        assertThat(marea.operator()
                        .get("/v1/accounts/" + id + "?fields=mooring.radioLicence")
                        .status())
                .isEqualTo(422);
        assertThat(marea.operator()
                        .get("/v1/accounts?filter=mooring.radioLicence pr")
                        .status())
                .isEqualTo(422);
        assertThat(marea.dump()).contains("lea.demo@marea.example").doesNotContain(SECRET);
        assertThat(marea.log()).doesNotContain(SECRET);

        rotate(lea);
        anotherFile(lea);
    }

    /** While requests go on; both instances use the file. */
    private void rotate(Http lea) throws IOException {
        try (RunningService second = marea.second()) {
            Http secondLea = second.as("lea.demo@marea.example", "nine brown rudders");
            for (int i = 0; i < 3; i++) {
                marea.rotateSecrets();
                assertThat(secondLea
                                .get("/v1/me?fields=mooring.radioLicence")
                                .status(200)
                                .everything())
                        .contains(SECRET);
            }
            Await.until("nothing is left to seal anew", () -> {
                assertThat(lea.get("/v1/me?fields=mooring.radioLicence")
                                .status(200)
                                .everything())
                        .contains(SECRET);
                return keys().path("left").asInt() == 0;
            });
        }
        assertThat(keys().path("items")).hasSize(4);
        assertThat(Files.readAllLines(marea.secretKeys())).hasSize(5);
    }

    private static JsonNode keys() {
        return marea.keyHolder().get("/v1/secrets/keys").status(200).json();
    }

    private void anotherFile(Http lea) throws IOException {
        Path aside = Files.move(marea.secretKeys(), marea.secretKeys().resolveSibling("aside"));
        Http.Answer refused = lea.get("/v1/me?fields=mooring.radioLicence");
        assertThat(refused.status()).isEqualTo(503);
        assertThat(lea.get("/v1/me").status()).isEqualTo(200);
        assertThat(marea.keyHolder()
                        .post("/v1/secrets/rotations", Map.of())
                        .status(503)
                        .everything())
                .contains("Use the file of the other instances");
        assertThat(marea.guest().get("/actuator/health").status()).isEqualTo(503);
        assertThat(marea.guest().get("/actuator/health/readiness").status())
                .as("what needs no key goes on")
                .isEqualTo(200);
        JsonNode lost =
                marea.keyHolder().get("/v1/secrets/losses").status(200).json().path("items");
        assertThat(lost).isNotEmpty();
        assertThat(lost.toString()).contains("accounts.profile_mooring.radio_licence", "\"purpose\":\"secret\"");
        Files.move(aside, marea.secretKeys());
        assertThat(marea.guest().get("/actuator/health").status()).isEqualTo(200);
        assertThat(marea.keyHolder().get("/v1/secrets/losses").json().path("items"))
                .isEmpty();
        assertThat(lea.get("/v1/me?fields=mooring.radioLicence").everything()).contains(SECRET);
    }

    /** Declared with `search: true`: a licence is found by its whole value, by whoever may read it, and lies nowhere open. */
    @Test
    void a_secret_is_found_by_its_whole_value_where_the_model_says_so() {
        try (RunningService other = RunningService.marea()) {
            Http ines = publishedWithLicence(other);
            other.publish(withLicence(", search: true"));
            String found = "/v1/accounts?filter=mooring.radioLicence eq \"" + LICENCE.toLowerCase(Locale.ROOT) + "\"";
            Http master = other.as("noor.haddad@marea.example", "nine brown rudders");
            awaitOne(master, found);

            assertThat(master.get("/v1/accounts?filter=mooring.radioLicence eq \"OV-CANARY\"")
                            .json()
                            .path("items"))
                    .isEmpty();
            assertThat(master.get("/v1/accounts/count?filter=not (mooring.radioLicence eq \"" + LICENCE + "\")")
                            .status())
                    .isEqualTo(200);
            for (String refused : List.of(
                    "filter=mooring.radioLicence pr",
                    "filter=mooring.radioLicence sw \"O\"",
                    "sort=mooring.radioLicence")) {
                assertThat(master.get("/v1/accounts?" + refused).status())
                        .as(refused)
                        .isEqualTo(422);
            }
            assertThat(other.operator().get(found).status())
                    .as("may not read it")
                    .isEqualTo(422);
            other.rotateSecrets();
            awaitOne(master, found);
            ines.patch("/v1/me", Map.of("mooring", Map.of("radioLicence", "OV-0815")))
                    .status(200);
            assertThat(master.get(found).json().path("items")).isEmpty();
            assertThat(other.sql("select count(distinct key_id) || ' ' || count(*) from cuenta.secret_lookup"))
                    .isEqualTo("1 1");
            assertThat(other.dump()).contains("ines.demo@marea.example").doesNotContainIgnoringCase("CANARY");
        }
    }

    private static Http publishedWithLicence(RunningService other) {
        other.publish(withLicence(""));
        String id = other.signUp(
                        "ines", Map.of("email", "ines.demo@marea.example", "mooring", Map.of("radioLicence", LICENCE)))
                .status(201)
                .json()
                .path("id")
                .asString();
        other.sql("insert into cuenta.membership (account_id, tenant_id) select '" + id
                + "', id from cuenta.tenant where name = 'Isla Verde'");
        other.sql(
                "insert into cuenta.credential (account_id, hash) select a.id, c.hash from accounts.account a, cuenta.credential c "
                        + "where a.email = 'noor.haddad@marea.example' and c.account_id = '" + id + "'");
        return other.as("ines.demo@marea.example", "nine brown rudders");
    }

    private static String withLicence(String search) {
        return Models.source("account-model.yaml")
                .replace(
                        "  mooring:\n    label: Mooring\n    fields:\n",
                        "  mooring:\n    label: Mooring\n    fields:\n      radioLicence: { type: string, maxLength: 20, sensitivity: secret, read: [owner, harbourMaster], write: [guest, owner]"
                                + search + " }\n");
    }

    private static void awaitOne(Http http, String address) {
        Await.until(
                "it is found",
                () -> http.get(address).status(200).json().path("items").size() == 1);
    }
}
