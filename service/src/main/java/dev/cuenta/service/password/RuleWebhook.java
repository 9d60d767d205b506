package dev.cuenta.service.password;

import dev.cuenta.core.password.OwnRule;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.service.Settings;
import dev.cuenta.service.webhook.Webhook;
import java.io.IOException;
import java.net.http.HttpResponse;
import java.time.Duration;
import java.util.Collection;
import java.util.Map;
import java.util.Optional;
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
    private static final int OK = 200;
    private static final JsonMapper JSON = JsonMapper.builder().build();

    private final Webhook rule;

    /**
     * The rule at an address.
     *
     * @throws IllegalArgumentException for an address to which passwords would travel in the open
     */
    public RuleWebhook(Settings.Webhook settings) {
        this.rule = new Webhook(settings, "CUENTA_PASSWORD_RULE_URL", "passwords", PATIENCE);
    }

    @Override
    public Optional<String> refusal(String password, Collection<String> identifiers) {
        JsonNode answer = answer(Map.of("password", password, "identifiers", identifiers));
        if (!answer.path("accepted").isBoolean()) {
            throw unanswered();
        }
        return answer.path("accepted").asBoolean()
                ? Optional.empty()
                : Optional.of(answer.path("detail").asString("Is refused by a rule of this installation."));
    }

    private JsonNode answer(Map<String, ?> question) {
        try {
            HttpResponse<String> response = rule.post(question);
            if (response.statusCode() != OK) {
                throw unanswered();
            }
            return JSON.readTree(response.body());
        } catch (IOException | JacksonException unreachable) {
            throw unanswered();
        }
    }

    private static Problem unanswered() {
        return Problem.unavailable(
                "The rule that this installation adds for passwords cannot be asked. Try again in a moment.",
                COME_BACK);
    }
}
