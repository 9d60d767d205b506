package dev.cuenta.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Map;
import org.junit.jupiter.api.Test;
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
            assertThat(run.path("deleted").path("accounts").asLong()).isEqualTo(due);
            assertThat(run.path("deleted").path("mooring").asLong())
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
            while (marea.psql("select coalesce((deleted->>'accounts')::int, 0) from cuenta.retention_run")
                    .equals("0")) {
                Installation.pause(10);
            }
            marea.killNow();
            assertThat(marea.psql("select state from cuenta.retention_run")).isEqualTo("running");
            long left = Long.parseLong(
                    marea.psql("select count(*) from accounts.account where email like 'a%@marea.example'"));
            long counted = Long.parseLong(marea.psql("select deleted->>'accounts' from cuenta.retention_run"));
            assertThat(left + counted).isEqualTo(30_000);

            marea.start();
            JsonNode again = await(key, key.post("/v1/retention/runs", RULE).json());

            assertThat(marea.psql("select count(*) from accounts.account where email like 'a%@marea.example'"))
                    .isEqualTo("0");
            assertThat(marea.psql("select sum((deleted->>'accounts')::int) from cuenta.retention_run"))
                    .isEqualTo("30000");
            assertThat(begun.path("rule")).isEqualTo(again.path("rule"));
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
