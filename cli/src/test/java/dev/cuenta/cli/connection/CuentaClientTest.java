package dev.cuenta.cli.connection;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.catchThrowableOfType;

import com.sun.net.httpserver.Headers;
import com.sun.net.httpserver.HttpServer;
import dev.cuenta.client.Unreachable;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import dev.cuenta.core.problem.Violation;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.util.Map;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

class CuentaClientTest {
    private HttpServer server;
    private URI url;
    private volatile String method = "";
    private volatile String address = "";
    private volatile String body = "";
    private volatile Headers headers = new Headers();
    private volatile int status = 200;
    private volatile String answer = "{}";

    @BeforeEach
    void start() throws IOException {
        server = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 0);
        server.createContext("/", exchange -> {
            method = exchange.getRequestMethod();
            address = exchange.getRequestURI().toString();
            headers = exchange.getRequestHeaders();
            body = new String(exchange.getRequestBody().readAllBytes(), StandardCharsets.UTF_8);
            byte[] bytes = answer.getBytes(StandardCharsets.UTF_8);
            exchange.getResponseHeaders().add("ETag", "\"3\"");
            exchange.sendResponseHeaders(status, bytes.length == 0 ? -1 : bytes.length);
            exchange.getResponseBody().write(bytes);
            exchange.close();
        });
        server.start();
        url = URI.create("http://127.0.0.1:" + server.getAddress().getPort());
    }

    @AfterEach
    void stop() {
        server.stop(0);
    }

    @Test
    void sends_who_calls_in_which_tenant_and_encodes_what_is_asked() {
        answer = "{\"items\": []}";
        Answer page = new CuentaClient(url, "token", "tenant").get("/v1/accounts", Map.of("filter", "name eq \"a&b\""));

        assertThat(address).isEqualTo("/v1/accounts?filter=name%20eq%20%22a%26b%22");
        assertThat(headers.getFirst("Authorization")).isEqualTo("Bearer token");
        assertThat(headers.getFirst("Cuenta-Tenant")).isEqualTo("tenant");
        assertThat(page.body().path("items").isArray()).isTrue();
        assertThat(page.etag()).contains("\"3\"");
    }

    @Test
    void a_guest_sends_no_token() {
        new CuentaClient(url, null, null).post("/v1/sign-ups", Map.of("email", "ines@marea.example"));

        assertThat(headers).doesNotContainKeys("Authorization", "Cuenta-tenant");
        assertThat(method).isEqualTo("POST");
        assertThat(body).isEqualTo("{\"email\":\"ines@marea.example\"}");
    }

    @Test
    void a_patch_travels_as_one_with_the_version_that_was_seen() {
        new CuentaClient(url, "token", null).patch("/v1/me", Map.of("theme", "dusk"), "\"3\"");

        assertThat(method).isEqualTo("PATCH");
        assertThat(headers.getFirst("If-Match")).isEqualTo("\"3\"");
    }

    @Test
    void an_empty_answer_is_an_empty_object() {
        status = 204;
        answer = "";

        assertThat(new CuentaClient(url, "token", null)
                        .delete("/v1/sessions/current")
                        .body()
                        .isEmpty())
                .isTrue();
    }

    @Test
    void a_refusal_comes_back_as_the_problem_that_was_thrown() {
        status = 409;
        answer = """
                {"type": "urn:cuenta:problem:taken", "status": 409, "detail": "Taken.",
                 "errors": [{"pointer": "/email", "code": "taken", "detail": "Choose another."}]}""";
        Problem problem = catchThrowableOfType(
                Problem.class, () -> new CuentaClient(url, null, null).post("/v1/sign-ups", Map.of()));

        assertThat(problem.kind()).isEqualTo(ProblemKind.TAKEN);
        assertThat(problem.detail()).isEqualTo("Taken.");
        assertThat(problem.violations()).containsExactly(new Violation("/email", "taken", "Choose another."));
    }

    @Test
    void a_defect_is_no_refusal() {
        status = 500;
        answer = "{\"type\": \"urn:cuenta:problem:defect\", \"detail\": \"Incident 1.\"}";

        assertThatThrownBy(() -> new CuentaClient(url, null, null).get("/", Map.of()))
                .isInstanceOf(IllegalStateException.class)
                .hasMessage("Incident 1.");
    }

    @Test
    void something_else_at_the_address_is_told_apart() {
        answer = "<html>";

        assertThatThrownBy(() -> new CuentaClient(url, null, null).get("/", Map.of()))
                .isInstanceOf(Unreachable.class)
                .hasMessageContaining("is this a Cuenta service?");
    }

    @Test
    void a_service_that_is_not_there_is_unreachable() {
        stop();

        assertThatThrownBy(() -> new CuentaClient(url, null, null).get("/", Map.of()))
                .isInstanceOf(Unreachable.class)
                .hasMessageContaining(url.toString());
    }
}
