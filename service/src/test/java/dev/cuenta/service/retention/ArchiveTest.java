package dev.cuenta.service.retention;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.core.model.Models;
import dev.cuenta.core.testing.Await;
import dev.cuenta.service.testing.Authenticator;
import dev.cuenta.service.testing.Http;
import dev.cuenta.service.testing.OnMarea;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** An account that was put aside comes back whole, or the loss is named; and whoever is gone leaves no name behind. */
class ArchiveTest extends OnMarea {
    /** What ends with an account, or is made anew; every other table comes back. */
    private static final List<String> PASSING =
            List.of("session", "picture", "secret_lookup", "dependent", "filled", "proof", "message");

    private static final String HAS_ACCOUNTS = "select string_agg(table_name, ',' order by table_name)"
            + " from information_schema.columns where table_schema = 'cuenta' and column_name = 'account_id'"
            + " and table_name not in ('archived', 'adopted')";

    private static Map<String, String> rows(String id) {
        Map<String, String> rows = new TreeMap<>();
        for (String table : marea.sql(HAS_ACCOUNTS).split(",")) {
            if (!PASSING.contains(table)) {
                rows.put(
                        table,
                        marea.sql("select string_agg(r::text, ' ' order by r::text) from cuenta." + table
                                + " r where account_id = '" + id + "'"));
            }
        }
        rows.put(
                "account",
                marea.sql(
                        "select to_jsonb(a) - 'version' - 'created_at' - 'rights_stamp_' from accounts.account a where id = '"
                                + id + "'"));
        rows.put(
                "tenant",
                marea.sql("select string_agg(t::text, ' ') from cuenta.tenant t where founder = '" + id + "'"));
        return rows;
    }

    /** Again where a mail was being written to somebody just then: a run passes over whom others are at work on. */
    private static void run(String rule) {
        marea.sql("update accounts.account set created_at = now() - interval '9 years' where email like 'old.%'");
        Await.until("all are archived", () -> {
            runOnce(rule);
            return marea.sql("select count(*) from accounts.account where email like 'old.%'")
                    .equals("0");
        });
    }

    private static void runOnce(String rule) {
        JsonNode begun = marea.keyHolder()
                .post("/v1/retention/runs", Map.of("rule", rule, "allow", List.of("atMost")))
                .status(202)
                .json();
        Await.until(
                "the run is done",
                () -> marea.keyHolder()
                        .get("/v1/retention/runs/" + begun.path("id").asString())
                        .json()
                        .path("state")
                        .asString(),
                "done"::equals);
    }

    @BeforeAll
    static void publish() {
        marea.publish(Models.source("account-model.yaml") + """
                  old:
                    where: 'email sw "old."'
                    after: P8Y
                    since: meta.created
                    do: archive
                """.replaceAll("(?m)^ {16}", ""));
    }

    private static Http.Answer signIn(String name, Object code) {
        return marea.guest()
                .post(
                        "/v1/sessions",
                        code.equals("")
                                ? Map.of("identifier", name + "@post.example", "password", PASSWORD)
                                : Map.of("identifier", name + "@post.example", "password", PASSWORD, "code", code));
    }

    @Test
    void it_comes_back_with_every_row_that_stood_for_it_and_no_lock_fewer() {
        String id = signUp("old.greta");
        Http greta = marea.as("old.greta@post.example", PASSWORD);
        String seed = greta.post("/v1/me/second-factor", Map.of("password", PASSWORD))
                .status(201)
                .json()
                .path("seed")
                .asString();
        greta.put("/v1/me/second-factor", Map.of("code", Authenticator.code(seed, 0)))
                .status(200);
        marea.sql("insert into cuenta.confirmed values ('" + id + "', 'email', now())");
        marea.sql("insert into cuenta.former_password values ('" + id + "', 'a hash', now())");
        String harbour = marea.sql("select id from cuenta.tenant where founder is null order by created_at limit 1");
        String member = "/v1/tenants/" + harbour + "/members/" + id;
        Http operator = marea.operator();
        operator.put(member, Map.of()).status(204);
        operator.delete(member).status(204);
        operator.put(member, Map.of()).status(204);
        marea.sql("update accounts.account set anonymised_at = now() where id = '" + id + "'");
        Map<String, String> before = rows(id);
        assertThat(before.values()).as("a row of each sort").doesNotContain("");

        run("old");
        assertThat(String.join("", rows(id).values())).isEmpty();
        assertThat(marea.sql("select records::text from cuenta.archived")).doesNotContain(seed);
        assertThat(signIn("old.greta", "").status()).isEqualTo(401);

        JsonNode restored = marea.keyHolder()
                .post("/v1/retention/archive/" + id + "/restoration", Map.of())
                .status(200)
                .json();
        assertThat(restored.path("left")).isEmpty();
        assertThat(restored.path("lost")).isEmpty();
        assertThat(rows(id)).isEqualTo(before);
        assertThat(signIn("old.greta", "").problem()).isEqualTo("second-factor");
        assertThat(signIn("old.greta", Authenticator.code(seed, 1)).status()).isEqualTo(201);
    }

    @Test
    void what_does_not_come_back_is_named() {
        String id = signUp("old.hugo");
        String harbour = marea.sql("select id from cuenta.tenant where founder is null order by created_at limit 1");
        marea.sql("insert into cuenta.dependent (service, sort, key, account_id) values ('billing', 'invoice', '1', '"
                + id + "'), ('billing', 'invoice', '2', '" + id + "')");
        marea.sql("update accounts.account set created_at = now() - interval '9 years' where id = '" + id + "'");
        marea.sql("insert into cuenta.role_given (account_id, role, tenant_id) values ('" + id + "', 2, '" + harbour
                + "')");
        run("old");
        marea.sql(
                "update cuenta.archived set records = jsonb_set(records, '{cuenta.role_given,0,role}', '99') where account_id = '"
                        + id + "'");

        String lost = marea.keyHolder()
                .post("/v1/retention/archive/" + id + "/restoration", Map.of())
                .status(200)
                .json()
                .path("lost")
                .toString();
        assertThat(lost).contains("2 of billing (invoice)", "the role number 99");
    }

    @Test
    void one_that_an_earlier_version_put_aside_comes_back_as_it_was_kept() {
        String id = signUp("old.iris");
        run("old");
        marea.sql(
                "update cuenta.archived set records = null, version = 0, password = records->'cuenta.credential'->0->>'hash',"
                        + " roles = '[{\"role\": 2, \"tenant\": null}]' where account_id = '" + id + "'");
        marea.keyHolder()
                .post("/v1/retention/archive/" + id + "/restoration", Map.of())
                .status(200);
        assertThat(signIn("old.iris", "").status()).isEqualTo(201);
    }

    @Test
    void the_tenant_that_somebody_made_for_themselves_goes_with_them() {
        String id = signUp("jana");
        String tenants = "select count(*) from cuenta.tenant where founder = '" + id + "'";
        assertThat(marea.sql(tenants)).isEqualTo("1");

        marea.operator().delete("/v1/accounts/" + id).status(204);
        assertThat(marea.sql(tenants)).isEqualTo("0");
    }

    @Test
    void one_in_which_others_are_stays_without_the_name_of_whoever_made_it() {
        String id = signUp("kjell");
        String tenant = marea.sql("select id from cuenta.tenant where founder = '" + id + "'");
        marea.operator()
                .put("/v1/tenants/" + tenant + "/members/" + signUp("lotte"), Map.of())
                .status(204);
        String named = marea.sql("select name from cuenta.tenant where id = '" + tenant + "'");

        marea.operator().delete("/v1/accounts/" + id).status(204);
        assertThat(marea.sql("select name || ' ' || slug from cuenta.tenant where id = '" + tenant + "'"))
                .startsWith("Tenant ")
                .doesNotContain(named);
    }

    @Test
    void anonymising_takes_the_name_out_of_the_tenant_too() {
        String id = signUp("mirko");
        String tenant = marea.sql("select id from cuenta.tenant where founder = '" + id + "'");
        String named = marea.sql("select name from cuenta.tenant where id = '" + tenant + "'");

        marea.operator().post("/v1/accounts/" + id + "/anonymisation", Map.of()).status(204);
        assertThat(marea.sql("select name || ' ' || slug from cuenta.tenant where id = '" + tenant + "'"))
                .doesNotContainIgnoringCase(named)
                .doesNotContainIgnoringCase("mirko");
    }
}
