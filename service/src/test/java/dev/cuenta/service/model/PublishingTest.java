package dev.cuenta.service.model;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.core.model.Models;
import dev.cuenta.core.testing.Await;
import dev.cuenta.service.testing.Http;
import dev.cuenta.service.testing.RunningService;
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
        try (RunningService marea = RunningService.marea()) {
            Http operator = marea.operator();
            String id = operator.get("/v1/me").json().path("id").asString();
            Queue<String> failures = new ConcurrentLinkedQueue<>();
            AtomicInteger sent = new AtomicInteger();
            AtomicInteger answered = new AtomicInteger();
            var load = Executors.newScheduledThreadPool(8);
            load.scheduleAtFixedRate(
                    () -> {
                        int number = sent.incrementAndGet();
                        load.execute(() -> {
                            check(request(operator, id, number), failures);
                            answered.incrementAndGet();
                        });
                    },
                    0,
                    10,
                    TimeUnit.MILLISECONDS);
            Await.until("requests go on before", answered::get, count -> count > 100);

            marea.publish(Models.source("next.account-model.yaml"));
            JsonNode after = operator.get("/v1/me").json();
            int whenLive = answered.get();
            Await.until("requests go on after", answered::get, count -> count > whenLive + 100);
            load.shutdownNow();
            assertThat(load.awaitTermination(1, TimeUnit.MINUTES)).isTrue();

            assertThat(after.path("newsletter").isBoolean()).isTrue();
            assertThat(failures).isEmpty();
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
    void what_was_not_shown_or_not_allowed_is_not_published() {
        try (RunningService marea = RunningService.marea()) {
            Http operator = marea.operator();
            String without = Models.source("account-model.yaml").replaceAll("(?m)^  phone:\\n(    .*\\n)+", "");

            Http.Answer loss = operator.post("/v1/model/revisions", Map.of("source", without));
            Http.Answer moved =
                    operator.post("/v1/model/revisions", Map.of("source", without, "fingerprint", "000000000000"));

            assertThat(loss.status(409).problem()).isEqualTo("conflict, /source field-removed:phone");
            assertThat(moved.status(409).json().path("detail").asString()).contains("moved on");
            String live = Models.quicklyHashed(Models.source("account-model.yaml"));
            assertThat(operator.post("/v1/model/revisions", Map.of("source", live))
                            .status(200)
                            .json()
                            .path("revision")
                            .asInt())
                    .isEqualTo(1);
        }
    }
}
