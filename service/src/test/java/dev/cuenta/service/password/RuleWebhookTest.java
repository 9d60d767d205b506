package dev.cuenta.service.password;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatIllegalArgumentException;
import static org.assertj.core.api.Assertions.catchThrowableOfType;

import com.sun.net.httpserver.HttpServer;
import dev.cuenta.core.model.PasswordRules;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import dev.cuenta.core.problem.Violation;
import dev.cuenta.service.Settings;
import dev.cuenta.service.hash.Argon2id;
import dev.cuenta.service.hash.Peppers;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.LinkedBlockingQueue;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;

class RuleWebhookTest {
    private final BlockingQueue<String> asked = new LinkedBlockingQueue<>();
    private final HttpServer server;
    private String answer = "{\"accepted\": true}";
    private int status = 200;

    RuleWebhookTest() throws IOException {
        server = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 0);
        server.createContext("/", exchange -> {
            asked.add(exchange.getRequestHeaders().getFirst("Authorization") + " "
                    + new String(exchange.getRequestBody().readAllBytes(), StandardCharsets.UTF_8));
            byte[] bytes = answer.getBytes(StandardCharsets.UTF_8);
            exchange.sendResponseHeaders(status, bytes.length);
            exchange.getResponseBody().write(bytes);
            exchange.close();
        });
        server.start();
    }

    @AfterEach
    void stop() {
        server.stop(0);
    }

    private Passwords passwords() {
        URI url = URI.create("http://127.0.0.1:" + server.getAddress().getPort() + "/");
        return new Passwords(
                new Argon2id(Peppers.NONE),
                password -> false,
                new RuleWebhook(new Settings.Webhook(url, "harbour-token")));
    }

    @Test
    void is_asked_about_what_the_policy_accepts() {
        assertThat(passwords().hash("five grey gulls", PasswordRules.DEFAULT, List.of("ines@marea.example")))
                .startsWith("$argon2id$");
        assertThat(asked.poll())
                .startsWith("Bearer harbour-token {")
                .contains("\"password\":\"five grey gulls\"", "[\"ines@marea.example\"]");

        catchThrowableOfType(Problem.class, () -> passwords().hash("short", PasswordRules.DEFAULT, List.of()));
        assertThat(asked).isEmpty();
    }

    @Test
    void its_no_is_told_with_its_words() {
        answer = "{\"accepted\": false, \"detail\": \"Names a harbour. Leave it out.\"}";

        Problem refused = refusal();

        assertThat(refused.violations())
                .containsExactly(new Violation("/password", "ownRule", "Names a harbour. Leave it out."));
    }

    @Test
    void without_an_answer_no_password_is_accepted() {
        status = 500;
        assertThat(refusal().kind()).isEqualTo(ProblemKind.UNAVAILABLE);
        status = 200;
        answer = "yes";
        assertThat(refusal().kind()).isEqualTo(ProblemKind.UNAVAILABLE);
        answer = "{}";
        assertThat(refusal().kind()).isEqualTo(ProblemKind.UNAVAILABLE);
        server.stop(0);
        assertThat(refusal().kind()).isEqualTo(ProblemKind.UNAVAILABLE);
        assertThat(refusal().toString()).doesNotContain("cala honda");
    }

    private Problem refusal() {
        return catchThrowableOfType(
                Problem.class, () -> passwords().hash("cala honda at noon", PasswordRules.DEFAULT, List.of()));
    }

    @Test
    void passwords_travel_in_the_open_on_this_machine_only() {
        assertThatIllegalArgumentException()
                .isThrownBy(
                        () -> new RuleWebhook(new Settings.Webhook(URI.create("http://rules.marea.example/"), null)))
                .withMessageContaining("https");
    }
}
