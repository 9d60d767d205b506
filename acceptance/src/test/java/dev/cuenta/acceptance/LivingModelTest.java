package dev.cuenta.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.core.model.Models;
import dev.cuenta.core.testing.Await;
import dev.cuenta.service.testing.Http;
import dev.cuenta.store.database.Cluster;
import dev.cuenta.store.publish.Publisher;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;

/** A model through its life: changed, looked after, taken back; by the terminal, and by two instances at once. */
class LivingModelTest {
    private static final String SUMMER = "marea/summer.account-model.yaml";

    @Test
    void a_model_is_changed_looked_after_and_taken_back() {
        try (Installation marea = Installation.marea()) {
            marea.cuenta("model", "publish", "marea/next.account-model.yaml").succeeds();
            marea.sql("update accounts.account set theme = 'dusk' where email like 'tomas%'");

            assertThat(marea.cuenta("model", "diff", SUMMER, "--sql").succeeds().text())
                    .contains("-- expand", "add column if not exists \"time_zone\"", "-- swap", "-- contract");
            Output refused = marea.cuenta("model", "publish", SUMMER);
            assertThat(refused.status()).isEqualTo(1);
            assertThat(refused.errors()).contains("allow it by its name: limits-narrowed:theme");
            assertThat(marea.cuenta("model", "publish", SUMMER, "--allow", "limits-narrowed:theme")
                            .succeeds()
                            .text())
                    .contains(
                            "1 stored values do not fit",
                            "Such as: dusk",
                            "Accounts: Tomás",
                            "--filter 'theme eq \"dusk\"'",
                            "Revision 3 is live.");

            String tomas =
                    marea.cuenta("accounts", "show", "tomas.rey@marea.example").text();
            assertThat(tomas)
                    .containsPattern("theme +day")
                    .containsPattern("contractEndsOn +2027-03-01")
                    .containsPattern("reviewOn +2025-02-01")
                    .containsPattern("isAdministrator +false");
            assertThat(marea.cuenta("accounts", "list", "--filter", "isAdministrator eq true")
                            .text())
                    .contains("Olga Paz")
                    .doesNotContain("Tomás");
            lookAfter(marea);

            Output back = marea.cuenta("model", "revert", "2");
            assertThat(back.errors()).contains("allow it by its name");
            marea.cuenta(allowing(back.text(), "model", "revert", "2")).succeeds();
            assertThat(marea.cuenta("model", "history").text()).contains("4         live");
            assertThat(marea.cuenta("accounts", "show", "tomas.rey@marea.example")
                            .text())
                    .doesNotContain("timeZone");
        }
    }

    /** The command with every change allowed that the diff asks about. */
    private static String[] allowing(String diff, String... command) {
        List<String> arguments = new ArrayList<>(List.of(command));
        diff.lines()
                .filter(line -> line.contains("To publish it: --allow "))
                .map(line -> line.substring(line.lastIndexOf(' ') + 1))
                .forEach(change -> arguments.addAll(List.of("--allow", change)));
        return arguments.toArray(String[]::new);
    }

    private static void lookAfter(Installation marea) {
        assertThat(marea.cuenta("model", "verify").succeeds().text()).contains("is as revision 3 says");
        marea.sql("alter table accounts.account drop constraint account_theme_options");
        Output found = marea.cuenta("model", "verify");
        assertThat(found.status()).isEqualTo(1);
        assertThat(found.text()).contains("constraint account_theme_options of account", "found:    nothing");
        String repair = found.text()
                .lines()
                .filter(line -> line.contains("repair:"))
                .findFirst()
                .orElseThrow();
        for (String statement : repair.replace("repair:", "").split(";")) {
            marea.sql(statement);
        }
        marea.cuenta("model", "verify").succeeds();

        assertThat(marea.cuenta("model", "compare", "--with", marea.url().toString())
                        .succeeds()
                        .text())
                .contains("the same tables");
        assertThat(marea.cuenta("model", "sweep").text()).contains("kept_r3_theme");
        assertThat(marea.cuenta("model", "ids", "--rows", "5000").succeeds().text())
                .contains("uuid7", "nobody can guess");
    }

    @Test
    void a_long_publish_is_paused_taken_up_and_cancelled(@TempDir Path folder) throws IOException {
        try (Installation marea = Installation.empty()) {
            Path file = folder.resolve("model.yaml");
            Files.writeString(file, Models.smallWith("metres: { type: string }"));
            marea.cuenta("model", "publish", file.toString()).succeeds();
            marea.sql(
                    "insert into accounts.account (id, kind, created_at, last_modified_at, version, email, metres) select gen_random_uuid(), 'account', now(), now(), 1, 'a' || n || '@marea.example', n from generate_series(1, 20000) n");
            Files.writeString(file, Models.smallWith("metres: { type: integer }"));

            try (Cluster.Held fill = marea.holdUpdates(
                    "accounts.account",
                    "statement",
                    "exists (select 1 from cuenta.revision where number = 2 and rows_done > 0)")) {
                marea.cuenta("model", "publish", file.toString(), "--detach").succeeds();
                Await.until(
                        "the first batch is done",
                        () -> marea.sql("select rows_done > 0 from cuenta.revision where number = 2"),
                        "t"::equals);
                marea.cuenta("model", "pause").succeeds();
            }
            assertThat(marea.cuenta("model", "follow").text()).contains("is paused in the step fill");
            Await.until("it is paused", () -> marea.log().contains("Revision 2 is paused"));
            String done =
                    "select count(metres), rows_done from accounts.account, cuenta.revision where number = 2 group by 2";
            String paused = marea.sql(done);
            marea.bean(Publisher.class).carryOn();
            assertThat(marea.sql(done)).isEqualTo(paused);

            marea.cuenta("model", "resume").succeeds();
            assertThat(marea.cuenta("model", "cancel").succeeds().text()).contains("Revision 2 is cancelled.");
            assertThat(
                            marea.sql(
                                    "select string_agg(attname, ' ' order by attnum) from pg_attribute where attrelid = 'accounts.account'::regclass and attnum > 5 and not attisdropped"))
                    .isEqualTo("anonymised_at tenants_ rights_stamp_ email name metres");
            marea.cuenta("model", "publish", file.toString()).succeeds();
            assertThat(marea.sql("select count(*) from accounts.account where metres between 1 and 20000"))
                    .isEqualTo("20000");
        }
    }

    /** The old name or the new one, in a record, in a list and in what may be written; never both, and never neither. */
    @Test
    void two_instances_answer_by_the_old_or_the_new_revision_and_never_by_a_mixture() {
        try (Installation marea = Installation.marea();
                Installation second = marea.second()) {
            Http one = marea.operator();
            Http other = second.operator();
            String id = one.get("/v1/me").json().path("id").asString();
            one.patch("/v1/accounts/" + id, Map.of("phone", "+447700900199")).status(200);
            String renamed = Models.source("account-model.yaml")
                    .replace("\n  phone:\n", "\n  telephone:\n    formerly: phone\n");

            one.post("/v1/model/revisions", Map.of("source", renamed)).status(202);
            Set<Http> follow = new HashSet<>();
            Await.until("both answer by the new revision", () -> {
                for (Http instance : List.of(one, other)) {
                    JsonNode account =
                            instance.get("/v1/accounts/" + id).status(200).json();
                    boolean isNew = account.has("telephone");
                    assertThat(account.has("phone")).isNotEqualTo(isNew);
                    assertThat(isNew || !follow.contains(instance))
                            .as("never back")
                            .isTrue();
                    if (isNew) {
                        follow.add(instance);
                    }
                }
                return follow.size() == 2;
            });
            assertThat(other.patch("/v1/accounts/" + id, Map.of("telephone", "+447700900100"))
                            .status(200)
                            .json()
                            .path("telephone")
                            .asString())
                    .isEqualTo("+447700900100");
        }
    }
}
