package dev.cuenta.client;

import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import dev.cuenta.core.problem.Violation;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.net.HttpURLConnection;
import java.net.URI;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.DeserializationFeature;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * Talks to a Cuenta service. A refusal comes back as the {@link Problem} that the service threw.
 *
 * <p>It uses the platform's oldest HTTP client on purpose: the newer one takes half a second to start, which is longer than
 * everything else that a terminal command does.
 */
public final class CuentaClient {
    private static final JsonMapper JSON = JsonMapper.builder()
            .enable(DeserializationFeature.USE_BIG_DECIMAL_FOR_FLOATS)
            .build();
    private static final Duration CONNECT = Duration.ofSeconds(5);
    private static final Duration READ = Duration.ofMinutes(2);

    private final URI service;
    private final @Nullable String token;
    private final @Nullable String tenant;

    /**
     * A client for one caller.
     *
     * @param token a session's token or a key; null for a guest
     * @param tenant the tenant that requests are limited to; null for the caller's default
     */
    public CuentaClient(URI service, @Nullable String token, @Nullable String tenant) {
        this.service = service;
        this.token = token;
        this.tenant = tenant;
    }

    /** Where the service is. */
    public URI address() {
        return service;
    }

    public static JsonMapper json() {
        return JSON;
    }

    public Answer get(String path, Map<String, String> query) {
        return send("GET", address(path, query), null, null);
    }

    private static String address(String path, Map<String, String> query) {
        StringBuilder address = new StringBuilder(path);
        query.forEach((name, value) -> address.append(address.indexOf("?") < 0 ? '?' : '&')
                .append(name)
                .append('=')
                .append(URLEncoder.encode(value, StandardCharsets.UTF_8)));
        return address.toString();
    }

    public Answer post(String path, Object body) {
        return send("POST", path, Body.json(body), null);
    }

    /** A form ({@code application/x-www-form-urlencoded}), as some standards have it. */
    public Answer postForm(String path, Map<String, String> form) {
        String encoded = form.entrySet().stream()
                .map(entry -> entry.getKey() + "=" + URLEncoder.encode(entry.getValue(), StandardCharsets.UTF_8))
                .collect(Collectors.joining("&"));
        return send(
                "POST",
                path,
                new Body("application/x-www-form-urlencoded", encoded.getBytes(StandardCharsets.UTF_8)),
                null);
    }

    public Answer put(String path, Object body) {
        return send("PUT", path, Body.json(body), null);
    }

    /** A JSON Merge Patch (RFC 7396); {@code etag} null changes whatever is there. */
    public Answer patch(String path, Object body, @Nullable String etag) {
        return send("PATCH", path, Body.json(body), etag);
    }

    /** Bytes as they are, such as a picture. */
    public Answer put(String path, byte[] content) {
        return send("PUT", path, new Body("application/octet-stream", content), null);
    }

    /** What is no JSON, such as a picture. */
    public byte[] download(String path) {
        return download(path, "*/*");
    }

    /** As {@link #download(String)}, in a form of several that there are. */
    public byte[] download(String path, String mediaType) {
        try (InputStream stream = content(path, mediaType)) {
            return stream.readAllBytes();
        } catch (IOException failure) {
            throw new Unreachable(service, failure);
        }
    }

    /**
     * All that there is, a line of JSON at a time ({@code application/x-ndjson}), as it comes.
     *
     * @throws Unreachable also where the lines break off before their end
     */
    public void lines(String path, Map<String, String> query, Consumer<String> line) {
        try {
            InputStream content = content(address(path, query), "application/x-ndjson");
            try (BufferedReader lines = new BufferedReader(new InputStreamReader(content, StandardCharsets.UTF_8))) {
                for (String next = lines.readLine(); next != null; next = lines.readLine()) {
                    line.accept(next);
                }
            } catch (IOException brokenOff) {
                throw new IOException("the answer broke off before its end; ask again", brokenOff);
            }
        } catch (IOException failure) {
            throw new Unreachable(service, failure);
        }
    }

    private InputStream content(String address, String mediaType) throws IOException {
        HttpURLConnection connection = open("GET", address, null);
        connection.setRequestProperty("Accept", mediaType);
        int status = connection.getResponseCode();
        if (status >= 400) {
            throw problem(status, read(connection, status));
        }
        return connection.getInputStream();
    }

    public Answer delete(String path) {
        return send("DELETE", path, null, null);
    }

    private static final class Body {
        private final String mediaType;
        private final byte[] content;

        Body(String mediaType, byte[] content) {
            this.mediaType = mediaType;
            this.content = content;
        }

        static Body json(Object value) {
            return new Body("application/json", JSON.writeValueAsBytes(value));
        }
    }

    private Answer send(String method, String path, @Nullable Body body, @Nullable String etag) {
        try {
            HttpURLConnection connection = open(method, path, etag);
            if (body != null) {
                connection.setDoOutput(true);
                connection.setRequestProperty("Content-Type", body.mediaType);
                connection.getOutputStream().write(body.content);
            }
            int status = connection.getResponseCode();
            JsonNode answer = read(connection, status);
            if (status >= 400) {
                throw problem(status, answer);
            }
            return new Answer(answer, Optional.ofNullable(connection.getHeaderField("ETag")));
        } catch (IOException failure) {
            throw new Unreachable(service, failure);
        }
    }

    private HttpURLConnection open(String method, String path, @Nullable String etag) throws IOException {
        HttpURLConnection connection =
                (HttpURLConnection) service.resolve(path).toURL().openConnection();
        connection.setConnectTimeout((int) CONNECT.toMillis());
        connection.setReadTimeout((int) READ.toMillis());
        connection.setInstanceFollowRedirects(false);
        boolean patch = method.equals("PATCH");
        connection.setRequestMethod(patch ? "POST" : method);
        if (patch) {
            connection.setRequestProperty("X-HTTP-Method-Override", method);
        }
        connection.setRequestProperty("Accept", "application/json");
        header(connection, "Authorization", token == null ? null : "Bearer " + token);
        header(connection, "Cuenta-Tenant", tenant);
        header(connection, "If-Match", etag);
        return connection;
    }

    private static void header(HttpURLConnection connection, String name, @Nullable String value) {
        if (value != null) {
            connection.setRequestProperty(name, value);
        }
    }

    private static JsonNode read(HttpURLConnection connection, int status) throws IOException {
        try (InputStream stream = status >= 400 ? connection.getErrorStream() : connection.getInputStream()) {
            byte[] body = stream == null ? new byte[0] : stream.readAllBytes();
            return body.length == 0 ? JSON.createObjectNode() : JSON.readTree(body);
        } catch (JacksonException notJson) {
            throw new IOException("it answered something that is not JSON; is this a Cuenta service?", notJson);
        }
    }

    private static RuntimeException problem(int status, JsonNode document) {
        String detail = document.path("detail").asString("The service answered with status " + status + ".");
        List<Violation> violations = new ArrayList<>();
        document.path("errors")
                .forEach(error -> violations.add(new Violation(
                        error.path("pointer").asString(""),
                        error.path("code").asString(""),
                        error.path("detail").asString(""))));
        return ProblemKind.ofType(document.path("type").asString(""))
                .<RuntimeException>map(kind -> Problem.of(kind, detail, violations))
                .orElseGet(() -> new IllegalStateException(detail));
    }
}
