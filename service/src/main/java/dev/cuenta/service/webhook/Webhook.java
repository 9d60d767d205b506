package dev.cuenta.service.webhook;

import dev.cuenta.service.Settings;
import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpRequest.BodyPublishers;
import java.net.http.HttpResponse;
import java.net.http.HttpResponse.BodyHandlers;
import java.time.Duration;
import java.util.Set;
import tools.jackson.databind.json.JsonMapper;

/** A program of the team's that is sent JSON, with the token that it asks for. What it gets is not for others' ears. */
public final class Webhook {
    private static final Set<String> LOOPBACK = Set.of("localhost", "127.0.0.1", "[::1]");
    private static final JsonMapper JSON = JsonMapper.builder().build();

    private final Settings.Webhook settings;
    private final Duration patience;
    private final HttpClient client;

    /**
     * The program that an installation names.
     *
     * @param setting the one that names it, and {@code what} it gets: for the refusal of an address
     * @param patience how long an answer may take
     * @throws IllegalArgumentException for an address to which that would travel in the open
     */
    public Webhook(Settings.Webhook settings, String setting, String what, Duration patience) {
        URI url = settings.url();
        if (!"https".equals(url.getScheme()) && !LOOPBACK.contains(url.getHost())) {
            throw new IllegalArgumentException(
                    setting + " gets " + what + ": give it an address that begins with https, or one on this machine.");
        }
        this.settings = settings;
        this.patience = patience;
        this.client = HttpClient.newBuilder()
                .connectTimeout(patience)
                .followRedirects(HttpClient.Redirect.NEVER)
                .build();
    }

    /**
     * Sends the body, and waits for the answer.
     *
     * @throws IOException where there is no answer in time, also because the service stops
     */
    public HttpResponse<String> post(Object body) throws IOException {
        HttpRequest.Builder request = HttpRequest.newBuilder(settings.url())
                .timeout(patience)
                .header("Content-Type", "application/json")
                .POST(BodyPublishers.ofString(JSON.writeValueAsString(body)));
        if (settings.token() != null) {
            request.header("Authorization", "Bearer " + settings.token());
        }
        try {
            return client.send(request.build(), BodyHandlers.ofString());
        } catch (InterruptedException stopping) {
            Thread.currentThread().interrupt();
            throw new IOException("stopping", stopping);
        }
    }
}
