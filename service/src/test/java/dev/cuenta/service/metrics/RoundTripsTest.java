package dev.cuenta.service.metrics;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.core.testing.Await;
import dev.cuenta.service.testing.Http;
import dev.cuenta.service.testing.RunningService;
import java.io.IOException;
import java.net.ServerSocket;
import java.net.URI;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.Supplier;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.LongStream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;

/** How often requests wait for the database, by somebody who has asked before: counted below everything that asks it. */
class RoundTripsTest {
    private static RunningService marea;
    private static Http metrics;

    @BeforeAll
    static void start() throws IOException {
        String port;
        try (ServerSocket free = new ServerSocket(0)) {
            port = String.valueOf(free.getLocalPort());
        }
        marea = RunningService.marea(Map.of("CUENTA_METRICS_PORT", port));
        metrics = new Http(URI.create("http://127.0.0.1:" + port), null);
    }

    @AfterAll
    static void stop() {
        marea.close();
    }

    @Test
    void what_each_question_costs() {
        String harbour = marea.sql("select id from cuenta.tenant where name = 'Punta Clara'");
        String vera = marea.idOf("vera.lindt@diver.example");
        String holder = marea.signUp("holder");
        Http berths = marea.with(marea.serviceKey("berths"));
        Http billing = marea.with(marea.serviceKey("billing"));
        Http operator = marea.operator();
        AtomicInteger berth = new AtomicInteger(10);
        Map<String, Supplier<Http.Answer>> questions = new LinkedHashMap<>();
        questions.put("GET /v1/me", () -> operator.get("/v1/me"));
        questions.put("GET /v1/accounts/{id}", () -> berths.get("/v1/accounts/" + vera));
        questions.put(
                "GET /v1/accounts/{id} in a tenant",
                () -> berths.send("GET", "/v1/accounts/" + vera, null, "Cuenta-Tenant", harbour));
        questions.put("GET /v1/accounts", () -> berths.get("/v1/accounts?limit=25"));
        questions.put(
                "GET /v1/accounts by a unique field",
                () -> billing.get("/v1/accounts?filter=email+eq+%22vera.lindt@diver.example%22"));
        questions.put(
                "POST /v1/accounts/lookup of a thousand",
                () -> billing.post("/v1/accounts/lookup", Map.of("by", "email", "values", addresses(1000))));
        questions.put(
                "POST /v1/checks",
                () -> berths.post("/v1/checks", Map.of("account", holder, "permission", "berths.assign")));
        questions.put(
                "POST /v1/checks/accounts",
                () -> berths.post(
                        "/v1/checks/accounts",
                        Map.of("accounts", List.of(holder, vera), "permission", "berths.assign")));
        questions.put(
                "POST /v1/checks/permissions", () -> berths.post("/v1/checks/permissions", Map.of("account", holder)));
        questions.put(
                "PATCH /v1/accounts/{id}",
                () -> berths.patch(
                        "/v1/accounts/" + holder, Map.of("mooring", Map.of("berth", "B" + berth.incrementAndGet()))));

        Map<String, Long> costs = new LinkedHashMap<>();
        questions.forEach((name, question) -> costs.put(name, cost(name, question)));
        assertThat(costs)
                .containsExactlyInAnyOrderEntriesOf(Map.of(
                        "GET /v1/me", 1L,
                        "GET /v1/accounts/{id}", 1L,
                        "GET /v1/accounts/{id} in a tenant", 1L,
                        "GET /v1/accounts", 1L,
                        "GET /v1/accounts by a unique field", 1L,
                        "POST /v1/accounts/lookup of a thousand", 1L,
                        "POST /v1/checks", 1L,
                        "POST /v1/checks/accounts", 1L,
                        "POST /v1/checks/permissions", 1L,
                        "PATCH /v1/accounts/{id}", 5L));
    }

    private static List<String> addresses(int count) {
        List<String> addresses = new ArrayList<>();
        for (int i = 0; i < count; i++) {
            addresses.add("nobody" + i + "@post.example");
        }
        return addresses;
    }

    private static long cost(String name, Supplier<Http.Answer> question) {
        roundTrips(name, question, 6); // who asks is remembered, and what is asked prepared
        // Once a minute a request notes that its key or session is in use.
        return LongStream.range(0, 2)
                .map(i -> roundTrips(name, question, 1))
                .min()
                .orElseThrow();
    }

    /**
     * How many round trips a number of requests took together. A request is measured when its answer is on its way
     * already, so all of them are waited for: one that is measured late would count for the next.
     */
    private static long roundTrips(String name, Supplier<Http.Answer> question, int requests) {
        long measured = measured(name, "count");
        long roundTrips = measured(name, "sum");
        for (int i = 0; i < requests; i++) {
            question.get().status(200);
        }
        Await.until("they are measured", () -> measured(name, "count"), count -> count >= measured + requests);
        return measured(name, "sum") - roundTrips;
    }

    private static long measured(String name, String what) {
        String[] words = name.split(" ");
        Matcher value = Pattern.compile("cuenta_database_round_trips_" + what + "\\{address=\""
                        + Pattern.quote(words[1]) + "\",method=\"" + words[0] + "\",status=\"200\"} ([0-9.E]+)")
                .matcher(metrics.get("/metrics").status(200).response().body());
        return value.find() ? (long) Double.parseDouble(value.group(1)) : 0;
    }
}
