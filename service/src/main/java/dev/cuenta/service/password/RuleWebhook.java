package dev.cuenta.service.password;

import dev.cuenta.core.password.OwnRule;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.service.Settings;
import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpRequest.BodyPublishers;
import java.net.http.HttpResponse;
import java.net.http.HttpResponse.BodyHandlers;
import java.time.Duration;
import java.util.Collection;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * Asks a program of the team's. It gets {@code {"password", "identifiers"}} and answers {@code {"accepted": true}}, or
 * {@code {"accepted": false, "detail": "..."}}. Without an answer no password is accepted.
 */
public final class RuleWebhook implements OwnRule {
    private static final Duration PATIENCE = Duration.ofSeconds(2);
    private static final Duration COME_BACK = Duration.ofSeconds(10);
    private static final Set<String> LOOPBACK = Set.of("localhost", "127.0.0.1", "[::1]");
    private static final int OK = 200;
    private static final JsonMapper JSON = JsonMapper.builder().build();

    private final Settings.PasswordRule settings;
    private final HttpClient client = HttpClient.newBuilder()
            .connectTimeout(PATIENCE)
            .followRedirects(HttpClient.Redirect.NEVER)
            .build();

    /** @throws IllegalArgumentException for an address to which passwords would travel in the open */
    public RuleWebhook(Settings.PasswordRule settings) {
        URI url = settings.url();
        if (!"https".equals(url.getScheme()) && !LOOPBACK.contains(url.getHost())) {
            throw new IllegalArgumentException(
                    "CUENTA_PASSWORD_RULE_URL gets passwords: give it an address that begins with https, or one on this machine.");
        }
        this.settings = settings;
    }

    @Override
    public Optional<String> refusal(String password, Collection<String> identifiers) {
        JsonNode answer = answer(JSON.writeValueAsString(Map.of("password", password, "identifiers", identifiers)));
        if (!answer.path("accepted").isBoolean()) {
            throw unanswered();
        }
        return answer.path("accepted").asBoolean()
                ? Optional.empty()
                : Optional.of(answer.path("detail").asString("Is refused by a rule of this installation."));
    }

    private JsonNode answer(String question) {
        HttpRequest.Builder request = HttpRequest.newBuilder(settings.url())
                .timeout(PATIENCE)
                .header("Content-Type", "application/json")
                .POST(BodyPublishers.ofString(question));
        if (settings.token() != null) {
            request.header("Authorization", "Bearer " + settings.token());
        }
        try {
            HttpResponse<String> response = client.send(request.build(), BodyHandlers.ofString());
            if (response.statusCode() != OK) {
                throw unanswered();
            }
            return JSON.readTree(response.body());
        } catch (IOException | JacksonException unreachable) {
            throw unanswered();
        } catch (InterruptedException stopping) {
            Thread.currentThread().interrupt();
            throw unanswered();
        }
    }

    private static Problem unanswered() {
        return Problem.unavailable(
                "The rule that this installation adds for passwords cannot be asked. Try again in a moment.",
                COME_BACK);
    }
}
