package dev.cuenta.service.retention;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.core.model.Models;
import dev.cuenta.core.testing.Await;
import dev.cuenta.service.testing.Http;
import dev.cuenta.service.testing.RunningService;
import java.time.LocalTime;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

class RetentionTest {
    private static final Map<String, Object> RULE = Map.of("rule", "abandonedSignUps");
    private static final Map<String, Object> ALLOWED = Map.of("rule", "abandonedSignUps", "allow", List.of("atMost"));

    @Test
    void takes_exactly_what_the_preview_showed_and_spares_administrators() {
        try (RunningService marea = RunningService.marea()) {
            marea.sample(60, 3);
            // The operator, too, would be due by the rule's filter.
            marea.sql(
                    "update accounts.account set kind = 'berthHolder', created_at = now() - interval '1 year' where email = 'operator@marea.example'");
            Http operator = marea.operator();
            JsonNode preview =
                    operator.post("/v1/retention/previews", RULE).status(200).json();
            long before =
                    operator.get("/v1/accounts/count").json().path("count").asLong();
            long due = preview.path("accounts").asLong();

            JsonNode run = await(
                    operator,
                    operator.post("/v1/retention/runs", RULE).status(202).json());

            assertThat(due).isPositive();
            assertThat(run.path("taken").path("accounts").asLong()).isEqualTo(due);
            assertThat(run.path("taken").path("mooring").asLong())
                    .isEqualTo(preview.path("dependents").path("mooring").asLong());
            assertThat(operator.get("/v1/accounts/count").json().path("count").asLong())
                    .isEqualTo(before - due);
            assertThat(operator.post("/v1/retention/previews", RULE)
                            .json()
                            .path("accounts")
                            .asLong())
                    .isZero();
            preview.path("first")
                    .forEach(gone -> assertThat(operator.get(
                                            "/v1/accounts/" + gone.path("id").asString())
                                    .status())
                            .isEqualTo(404));
        }
    }

    @Test
    void a_rule_runs_by_itself_once_for_each_moment_and_leaves_what_the_model_says() {
        try (RunningService marea = RunningService.marea()) {
            // No moment of its own comes while this runs.
            int hour = LocalTime.now(ZoneOffset.UTC).plusHours(12).getHour();
            marea.publish(Models.source("account-model.yaml")
                    + """
                      formerStaff:
                        where: 'kind eq "staff"'
                        after: P1D
                        since: employment.startedOn
                        do: anonymise
                        at: '0 %d * * *'
                    """.formatted(hour).indent(0).replaceAll("(?m)^ {20}", ""));
            Http key = marea.keyHolder();
            assertThat(key.get("/v1/retention/rules").status(200).everything())
                    .contains("formerStaff", "anonymise", "T%02d:00:00Z".formatted(hour));
            JsonNode staff = key.get("/v1/accounts?filter=kind eq \"staff\"&limit=200")
                    .json()
                    .path("items");
            assertThat(staff).isNotEmpty();
            String email = staff.get(0).path("email").asString();
            Await.until(
                    "the schedule is known",
                    () -> !marea.sql("select count(*) from cuenta.retention_schedule")
                            .equals("0"));
            assertThat(marea.sql("select count(*) from cuenta.retention_run")).isEqualTo("0");
            marea.sql("update cuenta.retention_schedule set since = now() - interval '3 days'");
            try (RunningService second = marea.second()) {
                Await.until(
                        "the run is done",
                        () -> marea.sql("select count(*) from cuenta.retention_run where state = 'done'"),
                        "1"::equals);
                marea.bean(RetentionSchedule.class).carryOn();
                second.bean(RetentionSchedule.class).carryOn();
            }

            assertThat(marea.sql("select started_by || ' ' || (taken->>'accounts') from cuenta.retention_run"))
                    .isEqualTo("schedule " + staff.size());
            JsonNode left = key.get("/v1/accounts/" + staff.get(0).path("id").asString())
                    .json();
            assertThat(left.path("displayName").asString()).isEqualTo("Former account");
            assertThat(left.path("meta").path("anonymised").asString()).isNotEmpty();
            assertThat(key.get("/v1/accounts/count?filter=meta.anonymised pr")
                            .json()
                            .path("count")
                            .asInt())
                    .isEqualTo(staff.size());
            assertThat(marea.sql("select count(*) from accounts.account where email = '" + email + "'"))
                    .isEqualTo("0");
        }
    }

    @Test
    void an_archived_account_is_out_of_reach_until_it_is_brought_back() {
        try (RunningService marea = RunningService.marea()) {
            marea.sample(20, 3);
            marea.publish(Models.source("account-model.yaml").replace("do: delete", "do: archive"));
            marea.sql("update accounts.account set created_at = now() - interval '1 year' where kind = 'berthHolder'");
            marea.sql("delete from cuenta.confirmed");
            String due = marea.sql("select min(email) from accounts.account where kind = 'berthHolder'");
            Http key = marea.keyHolder();
            String id = key.get("/v1/accounts?filter=email eq \"" + due + "\"")
                    .json()
                    .path("items")
                    .get(0)
                    .path("id")
                    .asString();
            String before = key.get("/v1/accounts/" + id).response().body();

            await(key, key.post("/v1/retention/runs", ALLOWED).status(202).json());
            assertThat(key.get("/v1/accounts/" + id).status()).isEqualTo(404);
            assertThat(key.get("/v1/retention/archive").status(200).everything())
                    .contains(id);
            String restoration = "/v1/retention/archive/" + id + "/restoration";
            key.post(restoration, Map.of()).status(200);
            assertThat(key.get("/v1/accounts/" + id).response().body().replaceAll("\"(version|rightsStamp)\":\\d+", ""))
                    .isEqualTo(before.replaceAll("\"(version|rightsStamp)\":\\d+", ""));
            assertThat(key.post(restoration, Map.of()).status(404).everything())
                    .contains("No such account was archived");
        }
    }

    private static JsonNode await(Http caller, JsonNode begun) {
        return Await.until(
                "the run is done",
                () -> caller.get("/v1/retention/runs/" + begun.path("id").asString())
                        .status(200)
                        .json(),
                run -> run.path("state").asString().equals("done"));
    }
}
