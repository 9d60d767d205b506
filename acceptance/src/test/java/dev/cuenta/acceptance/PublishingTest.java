package dev.cuenta.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.core.model.Models;
import java.util.List;
import java.util.Map;
import java.util.Queue;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

class PublishingTest {
    /** A hundred requests a second, reads and writes, go on while a revision is published: none fails. */
    @Test
    void takes_effect_without_a_restart_and_without_a_failed_request() throws Exception {
        try (Installation marea = Installation.marea()) {
            Http operator = marea.operator();
            String id = operator.get("/v1/me").json().path("id").asString();
            Queue<String> failures = new ConcurrentLinkedQueue<>();
            AtomicInteger sent = new AtomicInteger();
            var load = Executors.newScheduledThreadPool(8);
            load.scheduleAtFixedRate(
                    () -> {
                        int number = sent.incrementAndGet();
                        load.execute(() -> check(request(operator, id, number), failures));
                    },
                    0,
                    10,
                    TimeUnit.MILLISECONDS);
            Installation.pause(1000);

            marea.cuenta("model", "publish", "marea/next.account-model.yaml").succeeds();
            JsonNode after = operator.get("/v1/me").json();
            Installation.pause(1000);
            load.shutdownNow();
            load.awaitTermination(5, TimeUnit.SECONDS);

            assertThat(after.path("newsletter").isBoolean()).isTrue();
            assertThat(failures).isEmpty();
            assertThat(sent.get()).isGreaterThan(200);
        }
    }

    private static Http.Answer request(Http operator, String id, int number) {
        return switch (number % 10) {
            case 0 ->
                operator.patch(
                        "/v1/accounts/" + id,
                        Map.of("theme", List.of("day", "dusk", "night").get(number / 10 % 3)));
            case 1 -> operator.get("/v1/accounts?limit=5&sort=person.familyName");
            default -> operator.get("/v1/accounts/" + id);
        };
    }

    private static void check(Http.Answer answer, Queue<String> failures) {
        if (answer.status() != 200) {
            failures.add(answer.status() + " " + answer.response().body());
        }
    }

    @Test
    void a_kill_in_the_middle_loses_nothing_and_the_same_command_completes() {
        String before = Models.SMALL + "kinds: { staff: { default: true } }\n";
        String after = Models.SMALL + "kinds: { staff: { default: true, profiles: [work] } }\n"
                + "profiles: { work: { fields: { pontoon: { type: string, required: true, existing: North, write: [guest] } } } }\n";
        try (Installation marea = Installation.empty()) {
            Http key = marea.keyHolder();
            publish(key, before);
            await(key, 1);
            marea.psql(
                    "insert into accounts.account (id, kind, created_at, last_modified_at, version, email) select gen_random_uuid(), 'staff', now(), now(), 1, 'a' || n || '@marea.example' from generate_series(1, 60000) n");

            publish(key, after);
            while (!marea.psql(
                            "select rows_done > 0 or step <> 'expand' and step <> 'fill' from cuenta.revision where number = 2")
                    .equals("t")) {
                Installation.pause(20);
            }
            marea.killNow();
            assertThat(marea.psql("select step from cuenta.revision where number = 2"))
                    .isNotEqualTo("done");
            marea.start();
            publish(key, after);
            await(key, 2);

            assertThat(marea.psql("select count(*) from accounts.profile_work where pontoon = 'North'"))
                    .isEqualTo("60000");
            assertThat(marea.psql("select count(*) from cuenta.revision")).isEqualTo("2");
        }
    }

    private static void publish(Http key, String source) {
        int status = key.post("/v1/model/revisions", Map.of("source", source)).status();
        assertThat(status).isIn(200, 202);
    }

    private static void await(Http key, int number) {
        for (int i = 0; i < 600; i++) {
            JsonNode revision = key.get("/v1/model/revisions/" + number).json();
            if (revision.path("step").asString().equals("done")) {
                return;
            }
            Installation.pause(100);
        }
        throw new AssertionError("Revision " + number + " was not published within a minute");
    }

    @Test
    void what_was_not_shown_or_not_allowed_is_not_published() {
        try (Installation marea = Installation.marea()) {
            Http operator = marea.operator();
            String without = Models.source("account-model.yaml").replaceAll("(?m)^  phone:\\n(    .*\\n)+", "");

            Http.Answer loss = operator.post("/v1/model/revisions", Map.of("source", without));
            Http.Answer moved =
                    operator.post("/v1/model/revisions", Map.of("source", without, "fingerprint", "000000000000"));

            assertThat(loss.status(409).problem()).isEqualTo("conflict, /source field-removed:phone");
            assertThat(moved.status(409).json().path("detail").asString()).contains("moved on");
            assertThat(marea.cuenta("model", "publish", "marea/account-model.yaml")
                            .text())
                    .contains("Nothing changes against revision 1.");
        }
    }
}
