package dev.cuenta.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.core.model.Models;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;

class RetentionTest {
    private static final Map<String, String> RULE = Map.of("rule", "abandonedSignUps");

    @Test
    void takes_exactly_what_the_preview_showed_and_spares_administrators() {
        try (Installation marea = Installation.marea()) {
            marea.cuenta("sample", "60", "--seed", "3").succeeds();
            // The operator, too, would be due by the rule's filter.
            marea.psql(
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
    void a_kill_in_the_middle_loses_no_count_and_the_same_command_completes() {
        try (Installation marea = Installation.marea()) {
            marea.psql("""
                    insert into accounts.account (id, kind, created_at, last_modified_at, version, email, theme)
                    select gen_random_uuid(), 'berthHolder', now() - interval '1 year', now(), 1, 'a' || n || '@marea.example', 'day'
                    from generate_series(1, 30000) n""");
            Http key = marea.keyHolder();
            JsonNode begun = key.post("/v1/retention/runs", RULE).status(202).json();
            while (marea.psql("select coalesce((taken->>'accounts')::int, 0) from cuenta.retention_run")
                    .equals("0")) {
                Installation.pause(10);
            }
            marea.killNow();
            assertThat(marea.psql("select state from cuenta.retention_run")).isEqualTo("running");
            long left = Long.parseLong(
                    marea.psql("select count(*) from accounts.account where email like 'a%@marea.example'"));
            long counted = Long.parseLong(marea.psql("select taken->>'accounts' from cuenta.retention_run"));
            assertThat(left + counted).isEqualTo(30_000);

            marea.start();
            JsonNode again = await(key, key.post("/v1/retention/runs", RULE).json());

            assertThat(marea.psql("select count(*) from accounts.account where email like 'a%@marea.example'"))
                    .isEqualTo("0");
            assertThat(marea.psql("select sum((taken->>'accounts')::int) from cuenta.retention_run"))
                    .isEqualTo("30000");
            assertThat(begun.path("rule")).isEqualTo(again.path("rule"));
        }
    }

    @Test
    void a_rule_runs_by_itself_once_for_each_moment_and_leaves_what_the_model_says(@TempDir Path folder)
            throws IOException {
        try (Installation marea = Installation.marea()) {
            Path file = Files.writeString(
                    folder.resolve("former.yaml"),
                    Models.source("account-model.yaml") + """
                      formerStaff:
                        where: 'kind eq "staff"'
                        after: P1D
                        since: employment.startedOn
                        do: anonymise
                        at: '0 3 * * *'
                    """.indent(0).replaceAll("(?m)^ {20}", ""));
            marea.cuenta("model", "publish", file.toString()).succeeds();
            assertThat(marea.cuenta("retention", "rules").text()).contains("formerStaff", "anonymise", "03:00Z");
            Http key = marea.keyHolder();
            JsonNode staff = key.get("/v1/accounts?filter=kind eq \"staff\"&limit=200")
                    .json()
                    .path("items");
            assertThat(staff).isNotEmpty();
            String email = staff.get(0).path("email").asString();
            while (marea.psql("select count(*) from cuenta.retention_schedule").equals("0")) {
                Installation.pause(50);
            }
            assertThat(marea.psql("select count(*) from cuenta.retention_run")).isEqualTo("0");
            marea.psql("update cuenta.retention_schedule set since = now() - interval '3 days'");
            try (Installation second = marea.second()) {
                while (!marea.psql("select count(*) from cuenta.retention_run where state = 'done'")
                        .equals("1")) {
                    Installation.pause(50);
                }
                Installation.pause(5000);
            }

            assertThat(marea.psql("select started_by || ' ' || (taken->>'accounts') from cuenta.retention_run"))
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
            assertThat(marea.psql("select count(*) from accounts.account where email = '" + email + "'"))
                    .isEqualTo("0");
        }
    }

    @Test
    void an_archived_account_is_out_of_reach_until_it_is_brought_back(@TempDir Path folder) throws IOException {
        try (Installation marea = Installation.marea()) {
            marea.cuenta("sample", "20", "--seed", "3").succeeds();
            Path file = Files.writeString(
                    folder.resolve("archive.yaml"),
                    Models.source("account-model.yaml").replace("do: delete", "do: archive"));
            marea.cuenta("model", "publish", file.toString()).succeeds();
            marea.psql("update accounts.account set created_at = now() - interval '1 year' where kind = 'berthHolder'");
            marea.psql("delete from cuenta.confirmed");
            String due = marea.psql("select min(email) from accounts.account where kind = 'berthHolder'");
            Http key = marea.keyHolder();
            String id = key.get("/v1/accounts?filter=email eq \"" + due + "\"")
                    .json()
                    .path("items")
                    .get(0)
                    .path("id")
                    .asString();
            String before = key.get("/v1/accounts/" + id).response().body();

            assertThat(marea.cuenta("retention", "run", "--rule", "abandonedSignUps")
                            .succeeds()
                            .text())
                    .contains("took:");
            assertThat(key.get("/v1/accounts/" + id).status()).isEqualTo(404);
            assertThat(marea.cuenta("retention", "archive").text()).contains(id);
            marea.cuenta("retention", "restore", id).succeeds();
            assertThat(key.get("/v1/accounts/" + id).response().body()).isEqualTo(before);
            assertThat(marea.cuenta("retention", "restore", id).errors()).contains("No such account was put aside");
        }
    }

    private static JsonNode await(Http caller, JsonNode begun) {
        JsonNode run = begun;
        for (int i = 0; i < 600 && !run.path("state").asString().equals("done"); i++) {
            Installation.pause(100);
            run = caller.get("/v1/retention/runs/" + begun.path("id").asString())
                    .status(200)
                    .json();
        }
        assertThat(run.path("state").asString()).isEqualTo("done");
        return run;
    }
}
