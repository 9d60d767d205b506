package dev.cuenta.service.retention;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.core.model.Models;
import dev.cuenta.core.testing.Await;
import dev.cuenta.service.testing.Http;
import dev.cuenta.service.testing.RunningService;
import dev.cuenta.store.database.Cluster;
import java.sql.SQLException;
import java.time.LocalTime;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** A rule that would take too much takes nothing before somebody allows it, and what it takes is what was due when it began. */
class RetentionLimitTest {
    private static final Map<String, Object> RULE = Map.of("rule", "everybody");
    private static final Map<String, Object> ALLOWED = Map.of("rule", "everybody", "allow", List.of("atMost"));

    private RunningService marea;
    private Http operator;

    @BeforeEach
    void start() {
        marea = RunningService.marea();
        marea.sample(60, 3);
        operator = marea.operator();
    }

    @AfterEach
    void stop() {
        marea.close();
    }

    private static String model(String more) {
        return Models.source("account-model.yaml") + """
                  everybody:
                    after: P1D
                    since: meta.created
                    do: anonymise
                """.replaceAll("(?m)^ {16}", "") + more;
    }

    private static String scheduled() {
        int hour = LocalTime.now(ZoneOffset.UTC).plusHours(12).getHour();
        return model("    at: '0 %d * * *'\n".formatted(hour));
    }

    private long accounts() {
        return operator.get("/v1/accounts/count").json().path("count").asLong();
    }

    private long taken() {
        return Long.parseLong(marea.sql("select count(*) from accounts.account where anonymised_at is not null"));
    }

    @Test
    void by_hand_it_is_refused_until_it_is_allowed_by_name() {
        marea.publish(model(""));
        JsonNode preview = operator.post("/v1/retention/previews", RULE).json();
        long limit = preview.path("atMost").asLong();
        assertThat(limit).isEqualTo(Math.max(10, accounts() / 10));
        assertThat(preview.path("accounts").asLong()).isGreaterThan(limit);

        assertThat(operator.post("/v1/retention/runs", RULE).status(409).everything())
                .contains("one run takes " + limit, "Nothing was taken.");
        assertThat(operator.post("/v1/retention/runs", Map.of("rule", "everybody", "allow", List.of("all")))
                        .status(422)
                        .problem())
                .contains("/allow unknown");
        assertThat(taken()).isZero();

        String path = operator.post("/v1/retention/runs", ALLOWED)
                .status(202)
                .response()
                .headers()
                .firstValue("Location")
                .orElseThrow();
        Await.until("it has run", () -> operator.get(path).json().path("state").asString(), "done"::equals);
        assertThat(taken()).isEqualTo(preview.path("accounts").asLong());
    }

    @Test
    void by_itself_it_waits_takes_nothing_and_can_be_withdrawn() {
        assertThat(marea.keyHolder()
                        .post("/v1/model/revisions", Map.of("source", scheduled(), "allow", List.of()))
                        .status(409)
                        .everything())
                .contains("rules-changed:retention.everybody", "over its limit of");
        marea.publish(scheduled(), "rules-changed:retention.everybody");
        String run = waiting();
        assertThat(taken()).isZero();
        assertThat(operator.post("/v1/retention/runs", RULE).status()).isEqualTo(409);

        operator.delete("/v1/retention/runs/" + run).status(204);
        assertThat(operator.delete("/v1/retention/runs/" + run).status()).isEqualTo(409);
        marea.bean(RetentionSchedule.class).carryOn();
        assertThat(operator.get("/v1/retention/runs/" + run)
                        .json()
                        .path("state")
                        .asString())
                .isEqualTo("withdrawn");
        assertThat(marea.sql("select count(*) from cuenta.retention_run")).isEqualTo("1");
        assertThat(operator.get("/v1/activity").everything()).contains("retention-withdrawn");
        assertThat(taken()).isZero();
    }

    /** What comes in, or is changed, while it waits was not due when it began. */
    @Test
    void allowed_later_it_takes_what_was_due_at_its_recorded_moment_and_nothing_else() throws SQLException {
        marea.publish(scheduled(), "rules-changed:retention.everybody");
        String run = waiting();
        long due =
                operator.get("/v1/retention/runs/" + run).json().path("matched").asLong();
        String spared = marea.signUp("spared");
        marea.sql(
                "update accounts.account set created_at = now() - interval '1 year', last_modified_at = now() + interval '1 second'"
                        + " where id = '" + spared + "'");

        try (Cluster.Held ignored = marea.hold("select 1")) {
            operator.post("/v1/retention/runs", ALLOWED).status(202);
        }
        Await.until(
                "it has run",
                () -> operator.get("/v1/retention/runs/" + run)
                        .json()
                        .path("state")
                        .asString(),
                "done"::equals);
        assertThat(taken()).isEqualTo(due);
        assertThat(marea.sql("select anonymised_at is null from accounts.account where id = '" + spared + "'"))
                .startsWith("t");
    }

    /** A run of a rule that says something else by now takes nothing. */
    @Test
    void a_rule_that_becomes_another_is_not_what_was_allowed() {
        marea.publish(scheduled(), "rules-changed:retention.everybody");
        String run = waiting();
        marea.publish(scheduled().replace("after: P1D", "after: PT1H"), "rules-changed:retention.everybody");

        operator.post("/v1/retention/runs", ALLOWED).status(202);
        Await.until(
                "it is over",
                () -> operator.get("/v1/retention/runs/" + run)
                        .json()
                        .path("state")
                        .asString(),
                "done"::equals);
        assertThat(taken()).isZero();
    }

    private String waiting() {
        Await.until(
                "the schedule is known",
                () -> !marea.sql("select count(*) from cuenta.retention_schedule")
                        .equals("0"));
        marea.sql("update cuenta.retention_schedule set since = now() - interval '3 days'");
        return Await.until(
                        "a run waits",
                        () -> operator.get("/v1/retention/runs")
                                .json()
                                .path("items")
                                .path(0),
                        run -> run.path("state").asString("").equals("waiting"))
                .path("id")
                .asString();
    }
}
