package dev.cuenta.service.testing;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.URI;
import java.net.URLEncoder;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.net.http.HttpResponse.BodyHandlers;
import java.nio.charset.StandardCharsets;
import java.util.Map;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** HTTP as another program speaks it, without our own client. */
public final class Http {
    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final HttpClient CLIENT = HttpClient.newHttpClient();

    private final URI service;
    private final @Nullable String token;

    public Http(URI service, @Nullable String token) {
        this.service = service;
        this.token = token;
    }

    public record Answer(HttpResponse<String> response) {
        public JsonNode json() {
            return JSON.readTree(response.body());
        }

        public int status() {
            return response.statusCode();
        }

        public Answer status(int expected) {
            if (response.statusCode() != expected) {
                throw new AssertionError(
                        "Expected status " + expected + ", got " + response.statusCode() + ": " + response.body());
            }
            return this;
        }

        public String etag() {
            return response.headers().firstValue("ETag").orElse("");
        }

        public String everything() {
            return response.headers().map() + response.body();
        }

        /** The problem's type without its prefix, and its errors as {@code pointer code}. */
        public String problem() {
            StringBuilder text =
                    new StringBuilder(json().path("type").asString().replace("urn:cuenta:problem:", ""));
            json().path("errors")
                    .forEach(error -> text.append(", ")
                            .append(error.path("pointer").asString())
                            .append(' ')
                            .append(error.path("code").asString()));
            return text.toString();
        }
    }

    public Answer get(String path) {
        return send("GET", path, null);
    }

    public Answer post(String path, Object body) {
        return send("POST", path, JSON.writeValueAsString(body));
    }

    public Answer form(String path, Map<String, String> form) {
        String body = form.entrySet().stream()
                .map(entry -> entry.getKey() + "=" + URLEncoder.encode(entry.getValue(), StandardCharsets.UTF_8))
                .collect(Collectors.joining("&"));
        return send("POST", path, body, "Content-Type", "application/x-www-form-urlencoded");
    }

    public Answer put(String path, Object body) {
        return send("PUT", path, JSON.writeValueAsString(body));
    }

    public Answer patch(String path, Object body, String... headers) {
        return send("PATCH", path, JSON.writeValueAsString(body), headers);
    }

    public Answer delete(String path) {
        return send("DELETE", path, null);
    }

    public Answer send(String method, String path, @Nullable String body, String... headers) {
        HttpRequest.Builder request = HttpRequest.newBuilder(
                        service.resolve(path.replace(" ", "%20").replace("\"", "%22")))
                .method(
                        method,
                        body == null ? HttpRequest.BodyPublishers.noBody() : HttpRequest.BodyPublishers.ofString(body))
                .header("Content-Type", "application/json");
        if (token != null) {
            request.header("Authorization", "Bearer " + token);
        }
        for (int i = 0; i < headers.length; i += 2) {
            request.setHeader(headers[i], headers[i + 1]);
        }
        try {
            return new Answer(CLIENT.send(request.build(), BodyHandlers.ofString()));
        } catch (IOException failure) {
            throw new UncheckedIOException(failure);
        } catch (InterruptedException stopping) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException(stopping);
        }
    }

    public boolean answers(String path) {
        try {
            return get(path).status() == 200;
        } catch (UncheckedIOException notYet) {
            return false;
        }
    }
}
