package dev.cuenta.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.core.model.Models;
import dev.cuenta.core.testing.Await;
import dev.cuenta.service.testing.Authenticator;
import dev.cuenta.service.testing.Http;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What the terminal tells and does for whoever looks after accounts. What the service answers is tested where it is made. */
class OperatorAtTheTerminalTest extends OnMarea {
    private static final String GATE_CODE = "~GateCanary~";

    @Test
    void all_accounts_are_exported_and_many_looked_up(@TempDir Path folder) throws IOException {
        Path file = folder.resolve("staff.jsonl");
        marea.cuenta("accounts", "export", "--filter", "kind eq \"staff\"", "--fields", "email", file.toString())
                .succeeds();
        List<String> lines = Files.readAllLines(file);
        assertThat(lines).isNotEmpty().allMatch(line -> line.contains("\"email\":") && !line.contains("familyName"));
        assertThat(folder.toFile().list()).containsExactly("staff.jsonl");
        assertThat(marea.cuenta("accounts", "export").succeeds().text().lines()).hasSizeGreaterThan(lines.size());
        Output refused = marea.cuenta("accounts", "export", "--filter", "kind is staff", file.toString());
        assertThat(refused.errors()).contains("The filter cannot be read");
        assertThat(Files.readAllLines(file)).isEqualTo(lines);

        assertThat(marea.cuenta(
                                "accounts",
                                "export",
                                folder.resolve("none/staff.jsonl").toString())
                        .errors())
                .contains("Is there such a folder");

        Output found =
                marea.cuenta("accounts", "lookup", "--by", "email", "tomas.rey@marea.example", "nobody@marea.example");
        assertThat(found.text()).contains("ASKED", "Rey");
        assertThat(found.errors()).contains("No account within your reach: nobody@marea.example");
    }

    @Test
    void reads_who_did_what_with_masked_values() {
        String id = signUp("ada");
        marea.operator()
                .patch(
                        "/v1/accounts/" + id,
                        Map.of("phone", "+447700900123", "theme", "night", "mooring", Map.of("gateCode", GATE_CODE)))
                .status(200);

        assertThat(listed("ada@post.example"))
                .contains("signed-up", "theme: day -> night", "Olga Paz")
                .doesNotContain(GATE_CODE, "+447700900123");
    }

    @Test
    void reads_what_was_done_with_the_installation_key_and_what_by_somebody_unknown() {
        String id = signUp("gus");
        marea.cuenta("accounts", "set", "gus@post.example", "theme=dusk").succeeds();
        marea.guest()
                .post("/v1/sessions", Map.of("identifier", "gus@post.example", "password", "wrong rudders"))
                .status(401);

        assertThat(listed(id))
                .containsPattern("account-changed +gus Roca +installation key")
                .containsPattern("sign-in-failed +gus Roca +not signed in");
    }

    @Test
    void reads_why_an_account_is_gone() {
        String id = signUp("cleo");
        marea.sql("update accounts.account set created_at = now() - interval '60 days' where email like 'cleo@%'");
        marea.cuenta("retention", "run", "--rule", "abandonedSignUps", "--yes").succeeds();

        assertThat(marea.operator().get("/v1/accounts/" + id).status()).isEqualTo(404);
        assertThat(listed(id)).contains("account-removed", "Cuenta itself", "rule abandonedSignUps");
    }

    private static String listed(String account) {
        return marea.cuenta("activity", "list", "--account", account).succeeds().text();
    }

    @Test
    void follows_the_chain_of_activity_and_is_told_where_it_does_not_fit() {
        signUp("flora");
        Await.until(
                "every entry is in the chain",
                () -> marea.sql("select count(*) from cuenta.activity_unlinked"),
                "0"::equals);
        assertThat(marea.cuenta("activity", "verify").succeeds().text()).contains("The chain is intact");

        String entry = marea.sql("select max(number) from cuenta.activity where action = 'signed-up'");
        String tamper =
                "set session_replication_role = replica; update cuenta.activity set action = '%s' where number = "
                        + entry;
        marea.sql(tamper.formatted("signed-in"));
        Output verified = marea.cuenta("activity", "verify");
        assertThat(verified.status()).isEqualTo(1);
        assertThat(verified.text()).contains(entry, "was changed");
        marea.sql(tamper.formatted("signed-up"));
        assertThat(marea.cuenta("activity", "verify").status()).isZero();
    }

    @Test
    void reads_that_old_activity_was_pruned() {
        try (Installation other = Installation.empty()) {
            other.sql("insert into cuenta.activity (action, at) select 'signed-in', now() - interval '3 years'"
                    + " from generate_series(1, 1500)");
            other.publish(Models.source("account-model.yaml"));
            Await.until(
                    "the old ones are gone",
                    () -> !other.sql("select count(*) from cuenta.activity where action = 'activity-pruned'")
                            .equals("0"));

            assertThat(other.cuenta("activity", "list").succeeds().text()).contains("activity-pruned", "count 1499");
        }
    }

    @Test
    void ends_somebody_s_sessions() {
        String id = signUp("rik");
        Http rik = marea.as("rik@post.example", PASSWORD);
        String session = rik.get("/v1/me/sessions")
                .json()
                .path("items")
                .get(0)
                .path("id")
                .asString();

        assertThat(marea.cuenta("sessions", "list", "--account", id).succeeds().text())
                .contains(session);
        assertThat(marea.cuenta("sessions", "end", "--all", "--account", id)
                        .succeeds()
                        .text())
                .isEqualToIgnoringNewLines("1 session has ended.");
        assertThat(rik.get("/v1/me").status()).isEqualTo(401);
        assertThat(marea.cuenta("sessions", "list", "--account", id).text()).contains("Signed in nowhere.");
        assertThat(marea.cuenta("sessions", "end").status()).isEqualTo(2);
    }

    @Test
    void takes_a_lost_second_factor_away_and_has_a_tenant_demand_one() {
        Http hera = person("hera");
        String harbour = marea.sql("select id from cuenta.tenant where name = 'Isla Verde'");
        String demanded = "select second_factor from cuenta.tenant where id = '" + harbour + "'";

        marea.cuenta("tenants", "demand", harbour, "--second-factor").succeeds();
        assertThat(marea.sql(demanded)).isEqualTo("t");
        marea.cuenta("tenants", "demand", harbour, "--no-second-factor").succeeds();
        assertThat(marea.sql(demanded)).isEqualTo("f");
        String seed = hera.post("/v1/me/second-factor", Map.of("password", PASSWORD))
                .status(201)
                .json()
                .path("seed")
                .asString();
        hera.put("/v1/me/second-factor", Map.of("code", Authenticator.code(seed, 0)))
                .status(200);
        marea.cuenta("second-factor", "remove", "--account", "hera@post.example")
                .succeeds();
        marea.as("hera@post.example", PASSWORD).get("/v1/me").status(200);
    }

    @Test
    void hands_over_what_is_kept_about_somebody(@TempDir Path folder) throws IOException {
        String id = signUp("dirk");
        Path page = folder.resolve("dirk.html");

        marea.cuenta("accounts", "dossier", "dirk@post.example", "--page", page.toString())
                .succeeds();
        assertThat(Files.readString(page)).contains("<h1>dirk Roca</h1>", "What is kept");
        assertThat(marea.cuenta("accounts", "dossier", id).succeeds().text())
                .contains("SIGNIN", "passwordKeptAs", "abandonedSignUps", "DEPENDENTS\nNothing.");
    }

    @Test
    void reads_of_a_field_who_may_what_and_why() {
        String text = marea.cuenta("model", "matrix", "--why", "person.bornOn")
                .succeeds()
                .text();

        assertThat(text).contains("owner", "change, read, filter, sort", "shown when it is asked for by name");
        assertThat(marea.cuenta("model", "matrix", "--why", "person.born").status())
                .isNotZero();
    }

    @Test
    void is_told_that_a_file_changes_nothing(@TempDir Path folder) throws IOException {
        Path shown = folder.resolve("account-model.yaml");
        Files.writeString(shown, marea.cuenta("model", "show").succeeds().text());
        assertThat(marea.cuenta("model", "publish", shown.toString()).text())
                .contains("Nothing changes against revision 1.");
    }

    @Test
    void invites_people_to_tenants_and_has_them_join_and_leave() {
        String tenant = marea.keyHolder()
                .post("/v1/tenants", Map.of("name", "South pontoon"))
                .status(201)
                .json()
                .path("id")
                .asString();
        String invitation = marea.cuenta("tenants", "invite", tenant)
                .succeeds()
                .text()
                .lines()
                .findFirst()
                .orElseThrow();
        String lea = marea.signUp("lea", Map.of("invitation", invitation))
                .status(201)
                .json()
                .path("id")
                .asString();
        Http own = marea.as("lea@post.example", PASSWORD);
        String other = marea.sql("select id from cuenta.tenant where name = 'Cala Honda'");

        marea.cuenta("tenants", "join", other, lea).succeeds();
        assertThat(own.get("/v1/tenants").json().path("items"))
                .extracting(it -> it.path("id").asString())
                .containsExactlyInAnyOrder(tenant, other);
        marea.cuenta("tenants", "leave", tenant, lea).succeeds();
        assertThat(own.get("/v1/tenants").json().path("items")).hasSize(1);
    }

    @Test
    void is_told_what_stands_against_one_tenant_for_each(@TempDir Path folder) throws IOException {
        try (Installation other = Installation.marea()) {
            Path file = Files.writeString(
                    folder.resolve("one.yaml"),
                    Models.source("account-model.yaml").replace("membership: many", "membership: one"));
            assertThat(other.cuenta("model", "publish", file.toString()).errors())
                    .contains("Which one each of them keeps is for you to say: cuenta tenants leave");
        }
    }

    @Test
    void sees_retention_s_rules_and_brings_back_from_the_archive(@TempDir Path folder) throws IOException {
        try (Installation other = Installation.marea()) {
            Path file = Files.writeString(
                    folder.resolve("archive.yaml"),
                    Models.source("account-model.yaml").replace("do: delete", "do: archive\n    at: '0 3 1 1 *'"));
            other.cuenta("model", "publish", file.toString()).succeeds();
            assertThat(other.cuenta("retention", "rules").succeeds().text())
                    .contains("abandonedSignUps", "archive", "-01-01T03:00Z");
            String id = other.signUp("ivo");
            other.sql("update accounts.account set created_at = now() - interval '1 year' where id = '" + id + "'");

            assertThat(other.cuenta("retention", "run", "--rule", "abandonedSignUps", "--yes")
                            .succeeds()
                            .text())
                    .contains("took:");
            assertThat(other.cuenta("retention", "archive").text()).contains(id);
            other.cuenta("retention", "restore", id).succeeds();
            other.keyHolder().get("/v1/accounts/" + id).status(200);
            assertThat(other.cuenta("retention", "restore", id).errors()).contains("No such account was archived");
        }
    }

    @Test
    void changes_the_keys_of_tokens_and_of_secret_values() throws IOException {
        assertThat(marea.cuenta("tokens", "rotate").succeeds().text()).contains("is published, and signs from");
        marea.cuenta("secrets", "rotate").succeeds();
        List<String> keys = Files.readAllLines(marea.secretKeys()).stream()
                .filter(line -> !line.startsWith("#"))
                .map(line -> line.substring(0, line.indexOf(' ')))
                .toList();
        assertThat(marea.cuenta("secrets", "keys").succeeds().text())
                .contains(keys)
                .containsPattern(keys.get(keys.size() - 1) + ".* encrypts");
        assertThat(marea.cuenta("secrets", "keys", "--output", "json")
                        .succeeds()
                        .text())
                .contains("\"left\"");
        Path aside = Files.move(marea.secretKeys(), marea.secretKeys().resolveSibling("aside"));
        try {
            assertThat(marea.cuenta("secrets", "rotate").errors()).contains("Use the file of the other instances");
        } finally {
            Files.move(aside, marea.secretKeys());
        }
    }

    @Test
    void gives_services_keys_and_moves_what_hangs_on_an_account() {
        String emil = signUp("emil");
        signUp("luz");
        String token = key("berths");
        marea.with(token)
                .put("/v1/accounts/" + emil + "/dependents/booking/B-77", Map.of())
                .status(204);

        assertThat(marea.cuenta("accounts", "dependents", emil).succeeds().text())
                .contains("B-77", "booking");
        marea.cuenta("accounts", "dependents", "emil@post.example", "--move-to", "luz@post.example")
                .succeeds();
        marea.cuenta("accounts", "remove", "emil@post.example", "--yes").succeeds();
        assertThat(marea.cuenta("services", "keys", "list").succeeds().text())
                .contains(token.substring(0, "cuenta_service_berths_".length() + 6))
                .doesNotContain(token);
        assertThat(marea.cuenta("accounts", "show", "tomas.rey@marea.example", "--as", "member")
                        .succeeds()
                        .text())
                .contains("Tomás")
                .doesNotContain("tomas.rey@");
        String id = marea.sql("select id from cuenta.service_key where service = 'berths'");
        marea.cuenta("services", "keys", "remove", "berths", id, "--yes").succeeds();
        assertThat(marea.with(token).get("/v1/accounts").status()).isEqualTo(401);
    }

    @Test
    void is_told_what_a_key_cannot_be() {
        String narrow = key("billing", "--scope", "reads:email");
        assertThat(marea.with(narrow).get("/v1/accounts/" + signUp("jo")).json().propertyNames())
                .containsExactly("id", "email", "meta");
        assertThat(marea.with(key("billing", "--from", "192.0.2.0/24"))
                        .get("/v1/accounts")
                        .status())
                .isEqualTo(401);
        assertThat(marea.cuenta("services", "keys", "add", "gates", "--scope", "reads:email")
                        .errors())
                .contains("is not in the contract of `gates`");
        assertThat(marea.cuenta("services", "keys", "add", "gates", "--from", "harbour")
                        .errors())
                .contains("CIDR");
        assertThat(marea.cuenta("services", "keys", "add", "billing").errors()).contains("has two keys already");
    }

    private static String key(String service, String... options) {
        List<String> arguments = new ArrayList<>(List.of("services", "keys", "add", service));
        arguments.addAll(List.of(options));
        return marea.cuenta(arguments.toArray(String[]::new)).succeeds().text().strip();
    }

    @Test
    void sees_when_an_account_was_made_and_anonymises_it() {
        String id = signUp("noa");
        marea.sql("update accounts.account set created_at = '2018-05-02T10:00:00Z' where id = '" + id + "'");
        assertThat(marea.cuenta("accounts", "show", id).succeeds().text())
                .contains("2018-05-02T10:00:00Z")
                .containsPattern("roles +boater");

        marea.cuenta("accounts", "anonymise", id, "--yes").succeeds();
        assertThat(marea.cuenta("accounts", "show", id).succeeds().text())
                .contains("Former account")
                .doesNotContain("noa@post.example");
    }
}
