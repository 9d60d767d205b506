package dev.cuenta.service.metrics;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.service.testing.Http;
import dev.cuenta.service.testing.RunningService;
import java.io.IOException;
import java.io.OutputStream;
import java.net.ServerSocket;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;

/** What can be measured, where, and that nobody is recognised by it. */
class MetricsTest {
    private static int port;
    private static RunningService marea;

    @BeforeAll
    static void start() throws IOException {
        try (ServerSocket free = new ServerSocket(0)) {
            port = free.getLocalPort();
        }
        marea = RunningService.marea(Map.of("CUENTA_METRICS_PORT", String.valueOf(port), "CUENTA_ACCESS_LOG", "true"));
    }

    @AfterAll
    static void stop() {
        marea.close();
    }

    private static String scrape() {
        return new Http(URI.create("http://127.0.0.1:" + port), null)
                .get("/metrics")
                .status(200)
                .response()
                .body();
    }

    @Test
    void requests_are_counted_by_what_was_asked_and_never_by_whom_of_whom() {
        Http canary = marea.person("canary");
        String id = marea.idOf("canary@post.example");
        canary.get("/v1/me").status(200);
        marea.operator().get("/v1/accounts/" + id).status(200);
        marea.operator()
                .get("/v1/accounts?filter=email+eq+%22canary@post.example%22")
                .status(200);
        marea.operator().get("/v1/nowhere/" + id);

        String metrics = scrape();
        assertThat(metrics)
                .contains(
                        "http_server_requests_seconds_count{address=\"/v1/accounts/{id}\",method=\"GET\",status=\"200\"}",
                        "http_server_requests_seconds_count{address=\"/v1/sign-ups\",method=\"POST\",status=\"201\"}",
                        "http_server_requests_seconds_bucket{address=\"/v1/me\",method=\"GET\",status=\"200\",le=\"0.1\"}",
                        "method=\"GET\",status=\"404\"}")
                .doesNotContain(id, "canary", "post.example");
        assertThat(marea.log())
                .contains("GET /v1/accounts/{id} 200", "GET /v1/accounts 200", "POST /v1/sign-ups 201")
                .doesNotContain(id, "canary");
    }

    /** By the program that Prometheus brings for whoever offers metrics. */
    @Test
    void prometheus_has_nothing_against_their_format_and_their_names() throws Exception {
        Process promtool = new ProcessBuilder("promtool", "check", "metrics")
                .redirectErrorStream(true)
                .start();
        try (OutputStream metrics = promtool.getOutputStream()) {
            metrics.write(scrape().getBytes(StandardCharsets.UTF_8));
        }
        String said = new String(promtool.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        assertThat(promtool.waitFor()).as(said).isZero();
    }

    @Test
    void what_there_is_to_do_and_what_waits() {
        assertThat(scrape())
                .contains(
                        "cuenta_job_running{job=\"Retention\"}",
                        "cuenta_job_failures_total{job=\"Retention\"} 0.0",
                        "cuenta_messages_due",
                        "cuenta_messages_waiting",
                        "cuenta_publish_records 0.0",
                        "cuenta_retention_waiting 0.0",
                        "cuenta_hashing{asker=\"known\"} 0.0",
                        "hikaricp_connections_active",
                        "jvm_memory_used_bytes",
                        "process_uptime_seconds");
    }

    @Test
    void not_where_accounts_are() {
        for (String address : List.of("/metrics", "/actuator/prometheus", "/actuator/metrics")) {
            assertThat(marea.operator().get(address).status()).as(address).isEqualTo(404);
        }
    }

    @Test
    void a_request_is_named_as_whoever_sent_it_names_it() {
        String trace = "4bf92f3577b34da6a3ce929d0e0e4736";
        assertThat(TraceId.of("00-" + trace + "-00f067aa0ba902b7-01")).isEqualTo(trace);
        assertThat(TraceId.of("01-" + trace + "-00f067aa0ba902b7-01-later")).isEqualTo(trace);
        for (String broken : List.of(
                "",
                "00-" + trace,
                "ff-" + trace + "-00f067aa0ba902b7-01",
                "00-" + "0".repeat(32) + "-00f067aa0ba902b7-01",
                "00-" + trace + "-" + "0".repeat(16) + "-01",
                "00-" + trace.toUpperCase(java.util.Locale.ROOT) + "-00f067aa0ba902b7-01",
                trace + "\n")) {
            assertThat(TraceId.of(broken)).as(broken).matches("[0-9a-f]{32}").isNotEqualTo(trace);
        }
        assertThat(TraceId.of(null)).isNotEqualTo(TraceId.of(null));
    }
}
