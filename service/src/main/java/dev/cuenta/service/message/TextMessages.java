package dev.cuenta.service.message;

import dev.cuenta.service.Settings;
import dev.cuenta.service.webhook.Webhook;
import java.io.IOException;
import java.time.Duration;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** The program that sends text messages, if the installation has one: it gets {@code {"to", "text"}} and answers with a status below 300. */
@Component
final class TextMessages implements Channel {
    private static final Duration PATIENCE = Duration.ofSeconds(10);
    private static final int REFUSED = 300;

    private final @Nullable Webhook gateway;

    TextMessages(Settings settings) {
        this.gateway = settings.textMessages() == null
                ? null
                : new Webhook(settings.textMessages(), "CUENTA_TEXT_MESSAGES_URL", "codes", PATIENCE);
    }

    @Override
    public boolean present() {
        return gateway != null;
    }

    @Override
    public void send(String to, Letter letter) {
        if (gateway == null) {
            throw new IllegalStateException("There is nothing that sends text messages.");
        }
        try {
            int status = gateway.post(Map.of("to", to, "text", letter.text())).statusCode();
            if (status >= REFUSED) {
                throw new Undelivered("status " + status);
            }
        } catch (IOException unreachable) {
            throw new Undelivered(unreachable.getClass().getSimpleName());
        }
    }
}
