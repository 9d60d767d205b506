package dev.cuenta.service.role;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.core.testing.Await;
import dev.cuenta.service.testing.Http;
import dev.cuenta.service.testing.OnMarea;
import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Queue;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.function.BooleanSupplier;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** While many ask at once, a right ends for all of them at one moment: whoever asks after that is told so, in each way of asking. */
class RightsUnderLoadTest extends OnMarea {
    private static final int EACH = 2;
    private static final int BEFORE_MILLIS = 400;

    private static Http berths;

    @BeforeAll
    static void service() {
        berths = marea.with(marea.serviceKey("berths"));
    }

    /** An answer, and when its question was begun. */
    private record Asked(String way, long begun, boolean allowed) {}

    @ParameterizedTest
    @ValueSource(strings = {"taken", "ended", "suspended", "left"})
    void whoever_asks_once_a_right_is_gone_is_told_so(String event) throws InterruptedException {
        Http key = marea.keyHolder();
        String harbour = key.post("/v1/tenants", Map.of("name", "Mole where it is " + event))
                .status(201)
                .json()
                .path("id")
                .asString();
        String name = "load." + event;
        String account = marea.signUp(name);
        String member = "/v1/tenants/" + harbour + "/members/" + account;
        String role = "/v1/accounts/" + account + "/roles/harbourMaster";
        key.put(member, Map.of()).status(204);
        key.send("PUT", role, "{}", "Cuenta-Tenant", harbour).status(200);
        Queue<Asked> answers = new ConcurrentLinkedQueue<>();
        AtomicBoolean on = new AtomicBoolean(true);
        List<Thread> askers = new ArrayList<>();
        ways(account, marea.as(name + "@post.example", PASSWORD), harbour).forEach((way, question) -> {
            for (int i = 0; i < EACH; i++) {
                askers.add(new Thread(() -> {
                    while (on.get()) {
                        long begun = System.nanoTime();
                        answers.add(new Asked(way, begun, question.getAsBoolean()));
                    }
                }));
            }
        });
        askers.forEach(Thread::start);
        Thread.sleep(BEFORE_MILLIS);
        switch (event) {
            case "taken" ->
                key.send("DELETE", role, null, "Cuenta-Tenant", harbour).status(204);
            case "ended" -> {
                Instant ends = Instant.now().plusMillis(BEFORE_MILLIS);
                key.send("PUT", role, "{\"ends\": \"" + ends + "\"}", "Cuenta-Tenant", harbour)
                        .status(200);
                Await.until(
                        "it has ended",
                        () -> marea.sql("select now() > timestamptz '" + ends + "'")
                                .equals("t"));
            }
            case "suspended" ->
                key.patch("/v1/tenants/" + harbour, Map.of("suspended", true)).status(200);
            default -> key.delete(member).status(204);
        }
        long gone = System.nanoTime();
        Thread.sleep(BEFORE_MILLIS);
        on.set(false);
        for (Thread asker : askers) {
            asker.join();
        }

        for (String way : List.of("list", "check", "token")) {
            List<Asked> asked =
                    answers.stream().filter(answer -> answer.way().equals(way)).toList();
            assertThat(asked).as(way).anyMatch(Asked::allowed);
            assertThat(asked.stream().filter(answer -> answer.begun() > gone))
                    .as(way + " afterwards")
                    .isNotEmpty()
                    .noneMatch(Asked::allowed);
        }
    }

    private static Map<String, BooleanSupplier> ways(String account, Http person, String harbour) {
        String token = person.send("POST", "/v1/tokens", "{\"service\": \"berths\"}", "Cuenta-Tenant", harbour)
                .status(201)
                .json()
                .path("token")
                .asString();
        String question = "{\"account\": \"" + account + "\", \"permission\": \"berths.assign\"}";
        Map<String, BooleanSupplier> ways = new LinkedHashMap<>();
        ways.put("list", () -> {
            Http.Answer answer = person.send("GET", "/v1/accounts?limit=1", null, "Cuenta-Tenant", harbour);
            assertThat(answer.status()).isIn(200, 403, 404);
            return answer.status() == 200;
        });
        ways.put("check", () -> {
            Http.Answer answer = berths.send("POST", "/v1/checks", question, "Cuenta-Tenant", harbour);
            assertThat(answer.status()).isIn(200, 404);
            return answer.json().path("allowed").asBoolean(false);
        });
        ways.put(
                "token",
                () -> berths.form("/v1/tokens/introspection", Map.of("token", token))
                        .status(200)
                        .json()
                        .path("scope")
                        .asString("")
                        .contains("berths.assign"));
        return ways;
    }
}
