package dev.cuenta.service.activity;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.cuenta.core.activity.Action;
import dev.cuenta.core.model.Models;
import dev.cuenta.core.testing.Await;
import dev.cuenta.service.testing.Http;
import dev.cuenta.service.testing.OnMarea;
import dev.cuenta.service.testing.RunningService;
import dev.cuenta.store.database.Cluster;
import java.io.IOException;
import java.nio.file.Files;
import java.sql.SQLException;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** What is told of what was done, to whom it is told, and that nobody changes it afterwards. */
class ActivityTest extends OnMarea {
    @Test
    void tells_who_changed_what_with_masked_values() {
        String id = signUp("ada");
        Http operator = marea.operator();
        operator.patch(
                        "/v1/accounts/" + id,
                        Map.of(
                                "phone",
                                "+447700900123",
                                "theme",
                                "night",
                                "mooring",
                                Map.of("gateCode", "~GateCanary~")))
                .status(200);
        JsonNode entry = first(operator, "?action=account-changed&account=" + id);

        assertThat(entry.path("person").asString()).isEqualTo(marea.idOf(RunningService.OPERATOR));
        assertThat(entry.path("address").asString()).isEqualTo("127.0.0.1");
        JsonNode fields = entry.path("details").path("fields");
        assertThat(fields.path("theme").path("from").asString()).isEqualTo("day");
        assertThat(fields.path("theme").path("to").asString()).isEqualTo("night");
        assertThat(fields.path("phone").path("to").asString()).isEqualTo("+… (13 characters)");
        assertThat(fields.path("mooring.gateCode")).isEmpty();
        assertThat(operator.get("/v1/activity?account=" + id).status(200).everything())
                .contains("signed-up", "account-changed")
                .doesNotContain("~GateCanary~", "+447700900123");
    }

    @Test
    void tells_of_sign_ins_those_that_failed_too_and_not_what_was_tried() {
        String id = signUp("ben");
        marea.guest()
                .post("/v1/sessions", Map.of("identifier", "ben@post.example", "password", "wrong rudders"))
                .status(401);
        marea.guest()
                .post("/v1/sessions", Map.of("identifier", "nobody@post.example", "password", "wrong rudders"))
                .status(401);
        Http ben = marea.as("ben@post.example", PASSWORD);
        List<String> actions = new ArrayList<>();
        ben.get("/v1/me/activity")
                .status(200)
                .json()
                .path("items")
                .forEach(item -> actions.add(item.path("action").asString()));

        assertThat(actions).containsExactly("signed-in", "sign-in-failed", "signed-up");
        assertThat(ben.get("/v1/activity").status()).isEqualTo(403);
        assertThat(ben.get("/v1/accounts/" + marea.idOf(RunningService.OPERATOR) + "/activity")
                        .status())
                .isEqualTo(403);
        assertThat(marea.sql(
                        "select count(*) from cuenta.activity where action = 'sign-in-failed' and account is null"))
                .isEqualTo("1");
        assertThat(marea.sql("select string_agg(a::text, ' ') from cuenta.activity a"))
                .doesNotContain("wrong rudders", PASSWORD, "nobody@post");
        ben.delete("/v1/sessions/current").status(204);
        assertThat(first(marea.operator(), "?account=" + id).path("action").asString())
                .isEqualTo("signed-out");
    }

    @Test
    void tells_the_installation_key_from_whoever_is_not_signed_in() {
        String id = signUp("gus");
        marea.keyHolder().patch("/v1/accounts/" + id, Map.of("theme", "dusk")).status(200);
        marea.guest()
                .post("/v1/sessions", Map.of("identifier", "gus@post.example", "password", "wrong rudders"))
                .status(401);

        assertThat(first(marea.operator(), "?action=account-changed&account=" + id)
                        .path("via")
                        .asString())
                .isEqualTo("installation-key");
        assertThat(first(marea.operator(), "?action=sign-in-failed&account=" + id)
                        .has("via"))
                .isFalse();
    }

    @Test
    void still_says_why_an_account_is_gone() {
        String id = signUp("cleo");
        marea.sql("update accounts.account set created_at = now() - interval '60 days' where email like 'cleo@%'");
        marea.operator()
                .post("/v1/retention/runs", Map.of("rule", "abandonedSignUps"))
                .status(202);
        Http operator = marea.operator();
        Await.until("it is gone", () -> operator.get("/v1/accounts/" + id).status() == 404);

        JsonNode removal = first(operator, "?action=account-removed&account=" + id);
        assertThat(removal.has("person")).isFalse();
        assertThat(removal.path("details").toString()).contains("abandonedSignUps");
    }

    @Test
    void tells_by_which_service_and_for_whom() {
        String id = signUp("dirk");
        String key = marea.serviceKey("billing");
        marea.with(key)
                .patch("/v1/accounts/" + id, Map.of("mooring", Map.of("credit", 3)))
                .status(200);

        JsonNode entry = first(marea.operator(), "?service=billing");
        assertThat(entry.path("details")
                        .path("fields")
                        .path("mooring.credit")
                        .path("to")
                        .asString())
                .isEqualTo("3.00");
        assertThat(marea.sql("select via from cuenta.activity where service = 'billing'"))
                .isEqualTo(marea.sql("select id from cuenta.service_key"));
        assertThat(marea.with(key).get("/v1/activity").status()).isEqualTo(403);
    }

    @Test
    void a_change_that_is_refused_leaves_no_trace_and_one_that_is_rolled_back_neither() {
        String id = signUp("emil");
        String before = marea.sql("select count(*) from cuenta.activity where account = '" + id + "'");
        marea.operator()
                .patch("/v1/accounts/" + id, Map.of("email", RunningService.OPERATOR))
                .status(409);

        assertThat(marea.sql("select count(*) from cuenta.activity where account = '" + id + "'"))
                .isEqualTo(before);
    }

    @Test
    void nobody_changes_the_past_and_whoever_gets_round_that_is_found_out() {
        signUp("flora");
        awaitChain();
        assertThat(faults()).isEqualTo("[]");
        for (String attack : List.of(
                "update cuenta.activity set action = 'signed-in'",
                "delete from cuenta.activity",
                "truncate cuenta.activity cascade",
                "delete from cuenta.activity_link")) {
            assertThatThrownBy(() -> marea.sql(attack)).as(attack).hasMessageContaining("activity is not changed");
        }

        String entry = marea.sql("select max(number) from cuenta.activity where action = 'signed-up'");
        tamper("update cuenta.activity set action = 'signed-in' where number = " + entry);
        assertThat(faults()).contains(entry, "was changed");
        tamper("update cuenta.activity set action = 'signed-up' where number = " + entry);
        assertThat(faults()).isEqualTo("[]");

        // The tables' owner may write every link anew, but has no key.
        tamper("update cuenta.activity_link set key_id = null");
        assertThat(faults()).contains("bound without a key");
        tamper(
                "insert into cuenta.activity_key values ('00000000', 0, 'forged'); update cuenta.activity_link set key_id = '00000000'");
        assertThat(faults()).contains("a key that is not at hand");
        tamper("delete from cuenta.activity_key where id = '00000000';"
                + " update cuenta.activity_link set key_id = (select id from cuenta.activity_key)");
        assertThat(faults()).isEqualTo("[]");
        tamper("delete from cuenta.activity where number = " + entry);
        assertThat(faults()).contains(entry, "the entry is gone");
        tamper("insert into cuenta.activity (number, action) overriding system value values (" + entry
                + ", 'signed-up'); delete from cuenta.activity_unlinked");
        assertThat(faults()).contains(entry);
        tamper("delete from cuenta.activity_key; update cuenta.activity_link set key_id = null");
        assertThat(faults()).contains("the keys of the chain were taken out");
    }

    /** Whoever gets a statement of their own into the service's: it has no rights that would let it undo the walls. */
    @Test
    void the_service_s_role_can_change_neither_the_past_nor_what_guards_it() {
        for (String attack : List.of(
                "update cuenta.activity set action = 'signed-in'",
                "delete from cuenta.activity",
                "truncate cuenta.activity cascade",
                "delete from cuenta.activity_unlinked",
                "insert into cuenta.activity_link (position, entry, link) values (99999, 99999, '')",
                "alter table cuenta.activity disable trigger activity_stays",
                "drop trigger activity_stays on cuenta.activity",
                "create or replace function cuenta.activity_stays() returns trigger language sql as 'select'",
                "set session_replication_role = replica",
                "set role cuenta",
                "update cuenta.revision set source = ''",
                "alter table accounts.account add column backdoor text",
                "drop table accounts.account",
                "select * from cuenta.flyway_schema_history")) {
            assertThatThrownBy(() -> marea.sqlOfService(attack))
                    .as(attack)
                    .message()
                    .containsAnyOf("permission denied", "must be owner");
        }
        assertThat(marea.sqlOfService("select count(*) from accounts.account"))
                .as("without a scope")
                .isEqualTo("0");
        assertThat(marea.sqlOfService("set cuenta.scope = 'everywhere'; select count(*) > 0 from accounts.account"))
                .endsWith("t");
    }

    @Test
    void somebody_who_is_linking_costs_the_old_ones_a_turn_and_no_hour() throws InterruptedException, SQLException {
        try (RunningService other = RunningService.empty()) {
            other.sql("insert into cuenta.activity (action, at) select 'signed-in', now() - interval '3 years'"
                    + " from generate_series(1, 1500)");
            try (Cluster.Held linking = other.hold("select pg_advisory_lock(hashtextextended('cuenta activity', 0))")) {
                linking.connection()
                        .commit(); // the lock is the session's; an open transaction would hold the publish up
                other.publish(Models.source("account-model.yaml"));
                Thread.sleep(Duration.ofSeconds(3).toMillis()); // a turn of the job, which finds the lock taken
            }
            Await.until(
                    "the old ones are gone",
                    () -> !other.sql("select count(*) from cuenta.activity where action = 'activity-pruned'")
                            .equals("0"));
        }
    }

    @Test
    void what_is_old_goes_from_the_beginning_and_the_chain_still_fits() {
        String older = "insert into cuenta.activity (action, at) select 'signed-in', now() - interval '3 years'"
                + " from generate_series(1, 1500)";
        try (RunningService other = RunningService.empty()) {
            other.sql(older);
            other.publish(Models.source("account-model.yaml"));
            String pruned = "select count(*) from cuenta.activity where action = 'activity-pruned'";
            Await.until("the old ones are gone", () -> !other.sql(pruned).equals("0"));
            JsonNode report = other.keyHolder()
                    .get("/v1/activity/verification")
                    .status(200)
                    .json();

            assertThat(report.path("faults")).isEmpty();
            assertThat(report.path("first").asInt()).isGreaterThan(1);
            assertThat(first(other.keyHolder(), "?action=activity-pruned")
                            .path("details")
                            .path("count")
                            .asInt())
                    .isEqualTo(1499);
        }
    }

    private static void tamper(String statement) {
        marea.sql("set session_replication_role = replica; " + statement);
    }

    private static String faults() {
        return marea.keyHolder()
                .get("/v1/activity/verification")
                .status(200)
                .json()
                .path("faults")
                .toString();
    }

    private static void awaitChain() {
        Await.until(
                "every entry is in the chain",
                () -> marea.sql("select count(*) from cuenta.activity_unlinked"),
                "0"::equals);
    }

    private static JsonNode first(Http reader, String query) {
        return reader.get("/v1/activity" + query)
                .status(200)
                .json()
                .path("items")
                .get(0);
    }

    @Test
    void the_console_offers_every_action_to_look_for() throws IOException {
        String source = Files.readString(Models.root().resolve("console/src/activity/activity.ts"));

        assertThat(Action.values()).allSatisfy(action -> assertThat(source).contains("\"" + action.word() + "\""));
    }
}
