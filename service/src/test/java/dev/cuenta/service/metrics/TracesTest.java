package dev.cuenta.service.metrics;

import static org.assertj.core.api.Assertions.assertThat;

import com.sun.net.httpserver.HttpServer;
import dev.cuenta.core.testing.Await;
import dev.cuenta.service.testing.RunningService;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.nio.charset.StandardCharsets;
import java.util.HexFormat;
import java.util.Map;
import java.util.Queue;
import java.util.concurrent.ConcurrentLinkedQueue;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** Spans, as a collector gets them. */
class TracesTest {
    private static final String TRACE = "4bf92f3577b34da6a3ce929d0e0e4736";
    private static final String PARENT = "00f067aa0ba902b7";

    /** What came, byte by byte as a character: names stand in it as they are. */
    private final Queue<String> sent = new ConcurrentLinkedQueue<>();

    private HttpServer collector;
    private RunningService marea;

    @BeforeEach
    void start() throws IOException {
        collector = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 0);
        collector.createContext("/v1/traces", exchange -> {
            sent.add(new String(exchange.getRequestBody().readAllBytes(), StandardCharsets.ISO_8859_1));
            exchange.sendResponseHeaders(200, -1);
            exchange.close();
        });
        collector.start();
        marea = RunningService.marea(Map.of(
                "OTEL_EXPORTER_OTLP_ENDPOINT",
                "http://127.0.0.1:" + collector.getAddress().getPort(),
                "OTEL_EXPORTER_OTLP_COMPRESSION",
                "none",
                "OTEL_SERVICE_NAME",
                "marea-accounts",
                "OTEL_BSP_SCHEDULE_DELAY",
                "100"));
    }

    @AfterEach
    void stop() {
        marea.close();
        collector.stop(0);
    }

    @Test
    void a_request_is_a_span_beneath_that_of_whoever_asks_and_names_nobody() {
        String canary = marea.signUp("canary");
        marea.operator()
                .send("GET", "/v1/accounts/" + canary, null, "traceparent", "00-" + TRACE + "-" + PARENT + "-01")
                .status(200);
        marea.operator()
                .get("/v1/accounts?filter=email+eq+%22canary@post.example%22")
                .status(200);
        marea.operator().get("/actuator/health/liveness").status(200);

        Await.until(
                "the spans came", () -> all().contains("GET /v1/accounts/{id}") && all().contains("POST /v1/sign-ups"));
        assertThat(all())
                .contains("marea-accounts", "cuenta.database.round_trips", bytes(TRACE), bytes(PARENT))
                .doesNotContain("canary", canary, "actuator");
    }

    private String all() {
        return String.join("", sent);
    }

    private static String bytes(String hex) {
        return new String(HexFormat.of().parseHex(hex), StandardCharsets.ISO_8859_1);
    }
}
