package dev.cuenta.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.core.model.Models;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
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
            marea.psql("update accounts.account set theme = 'dusk' where email like 'tomas%'");

            assertThat(marea.cuenta("model", "diff", SUMMER, "--sql").succeeds().text())
                    .contains("-- expand", "add column if not exists \"time_zone\"", "-- swap", "-- contract");
            Installation.Output refused = marea.cuenta("model", "publish", SUMMER);
            assertThat(refused.status()).isEqualTo(1);
            assertThat(refused.errors()).contains("allow it by its name: limits-narrowed:theme");
            assertThat(marea.cuenta("model", "publish", SUMMER, "--allow", "limits-narrowed:theme")
                            .succeeds()
                            .text())
                    .contains("1 stored values do not fit", "Such as: dusk", "Revision 3 is live.");

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

            Installation.Output back = marea.cuenta("model", "revert", "2");
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
        marea.psql("alter table accounts.account drop constraint account_theme_options");
        Installation.Output found = marea.cuenta("model", "verify");
        assertThat(found.status()).isEqualTo(1);
        assertThat(found.text()).contains("constraint account_theme_options of account", "found:    nothing");
        String repair = found.text()
                .lines()
                .filter(line -> line.contains("repair:"))
                .findFirst()
                .orElseThrow();
        for (String statement : repair.replace("repair:", "").split(";")) {
            marea.psql(statement);
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
            marea.psql(
                    "insert into accounts.account (id, kind, created_at, last_modified_at, version, email, metres) select gen_random_uuid(), 'account', now(), now(), 1, 'a' || n || '@marea.example', n from generate_series(1, 80000) n");
            Files.writeString(file, Models.smallWith("metres: { type: integer }"));

            marea.cuenta("model", "publish", file.toString(), "--detach").succeeds();
            awaitRows(marea);
            marea.cuenta("model", "pause").succeeds();
            assertThat(marea.cuenta("model", "follow").text()).contains("is paused in the step fill");
            Installation.pause(1500); // the batch that was under way has ended by now
            String paused = marea.psql(
                    "select count(metres), rows_done from accounts.account, cuenta.revision where number = 2 group by 2");
            Installation.pause(1000);
            assertThat(
                            marea.psql(
                                    "select count(metres), rows_done from accounts.account, cuenta.revision where number = 2 group by 2"))
                    .isEqualTo(paused);

            marea.cuenta("model", "resume").succeeds();
            assertThat(marea.cuenta("model", "cancel").succeeds().text()).contains("Revision 2 is cancelled.");
            assertThat(
                            marea.psql(
                                    "select string_agg(attname, ' ' order by attnum) from pg_attribute where attrelid = 'accounts.account'::regclass and attnum > 5 and not attisdropped"))
                    .isEqualTo("anonymised_at email name metres");
            marea.cuenta("model", "publish", file.toString()).succeeds();
            assertThat(marea.psql("select count(*) from accounts.account where metres between 1 and 80000"))
                    .isEqualTo("80000");
        }
    }

    private static void awaitRows(Installation marea) {
        while (marea.psql("select rows_done > 0 from cuenta.revision where number = 2")
                .equals("f")) {
            Installation.pause(10);
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

            int number = one.post("/v1/model/revisions", Map.of("source", renamed))
                    .status(202)
                    .json()
                    .path("revision")
                    .asInt();
            Map<Http, Long> newSince = new HashMap<>();
            long live = 0;
            for (int i = 0; i < 2000 && newSince.size() < 2; i++) {
                for (Http instance : List.of(one, other)) {
                    JsonNode account =
                            instance.get("/v1/accounts/" + id).status(200).json();
                    boolean old = account.has("phone");
                    assertThat(old).isNotEqualTo(account.has("telephone"));
                    if (!old) {
                        newSince.putIfAbsent(instance, System.nanoTime());
                    }
                }
                if (live == 0
                        && marea.psql("select state from cuenta.revision where number = " + number)
                                .equals("live")) {
                    live = System.nanoTime();
                }
            }

            assertThat(newSince).hasSize(2);
            long swapped = live;
            newSince.values().forEach(since -> assertThat(since - swapped).isLessThan(2_000_000_000L));
            assertThat(other.patch("/v1/accounts/" + id, Map.of("telephone", "+447700900100"))
                            .status(200)
                            .json()
                            .path("telephone")
                            .asString())
                    .isEqualTo("+447700900100");
        }
    }
}
