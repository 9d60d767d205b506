package dev.cuenta.service.message;

import dev.cuenta.service.Settings;
import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpRequest.BodyPublishers;
import java.net.http.HttpResponse.BodyHandlers;
import java.time.Duration;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;

/** The program that sends text messages, if the installation has one: it gets {@code {"to", "text"}} and answers with a status below 300. */
@Component
final class TextMessages implements Channel {
    private static final Duration PATIENCE = Duration.ofSeconds(10);
    private static final Set<String> LOOPBACK = Set.of("localhost", "127.0.0.1", "[::1]");
    private static final int REFUSED = 300;
    private static final JsonMapper JSON = JsonMapper.builder().build();

    private final Settings.@Nullable TextMessages settings;
    private final HttpClient client = HttpClient.newBuilder()
            .connectTimeout(PATIENCE)
            .followRedirects(HttpClient.Redirect.NEVER)
            .build();

    TextMessages(Settings settings) {
        this.settings = settings.textMessages();
        URI url = this.settings == null ? null : this.settings.url();
        if (url != null && !"https".equals(url.getScheme()) && !LOOPBACK.contains(url.getHost())) {
            throw new IllegalArgumentException(
                    "CUENTA_TEXT_MESSAGES_URL gets codes: give it an address that begins with https, or one on this machine.");
        }
    }

    @Override
    public boolean present() {
        return settings != null;
    }

    @Override
    public void send(String to, Letter letter) {
        if (settings == null) {
            throw new IllegalStateException("There is nothing that sends text messages.");
        }
        HttpRequest.Builder request = HttpRequest.newBuilder(settings.url())
                .timeout(PATIENCE)
                .header("Content-Type", "application/json")
                .POST(BodyPublishers.ofString(JSON.writeValueAsString(Map.of("to", to, "text", letter.text()))));
        if (settings.token() != null) {
            request.header("Authorization", "Bearer " + settings.token());
        }
        try {
            int status = client.send(request.build(), BodyHandlers.discarding()).statusCode();
            if (status >= REFUSED) {
                throw new Undelivered("status " + status);
            }
        } catch (IOException unreachable) {
            throw new Undelivered(unreachable.getClass().getSimpleName());
        } catch (InterruptedException stopping) {
            Thread.currentThread().interrupt();
            throw new Undelivered("stopping");
        }
    }
}
