package dev.cuenta.cli.connection;

import dev.cuenta.client.Connection;
import dev.cuenta.client.Refused;
import dev.cuenta.client.Request;
import dev.cuenta.client.Response;
import dev.cuenta.client.Unreachable;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import dev.cuenta.core.problem.Violation;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.function.Consumer;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Asks the service for whoever sits at the terminal, in records of the wire or in trees of JSON. A refusal comes back as the {@link Problem} that it was. */
public final class CuentaClient {
    private static final Duration PATIENCE = Duration.ofSeconds(5);

    private final Connection connection;

    /**
     * A client for one caller.
     *
     * @param token a session's token or a key; null for a guest
     * @param tenant the tenant that requests are limited to; null for the caller's default
     */
    public CuentaClient(URI service, @Nullable String token, @Nullable String tenant) {
        this.connection = new Connection(service, new QuickTransport(), PATIENCE)
                .as(token)
                .within(tenant);
    }

    private CuentaClient(Connection connection) {
        this.connection = connection;
    }

    /** The same, whose requests are about that tenant. */
    public CuentaClient within(String tenant) {
        return new CuentaClient(connection.within(tenant));
    }

    /** Where the service is. */
    public URI address() {
        return connection.service();
    }

    public static JsonMapper json() {
        return Connection.json();
    }

    public Answer get(String path, Map<String, String> query) {
        return send(asked("GET", path, query));
    }

    /** As {@link #get(String, Map)}, read as what it is. */
    public <T> T get(String path, Map<String, String> query, Class<T> type) {
        return read(asked("GET", path, query), type);
    }

    /** The items of a list. */
    public <T> List<T> items(String path, Map<String, String> query, Class<T> type) {
        return items(get(path, query), type);
    }

    /** As {@link #post(String, Object)}, whose answer is a list. */
    public <T> List<T> postForItems(String path, Object body, Class<T> type) {
        return items(post(path, body), type);
    }

    /** Those of an answer that is a list. */
    public static <T> List<T> items(Answer answer, Class<T> type) {
        JsonNode items = answer.body().path("items");
        return items.valueStream().map(item -> json().treeToValue(item, type)).toList();
    }

    private static Request asked(String method, String path, Map<String, String> query) {
        Request request = Request.of(method, path);
        for (Map.Entry<String, String> parameter : query.entrySet()) {
            request = request.query(parameter.getKey(), parameter.getValue());
        }
        return request;
    }

    public Answer post(String path, Object body) {
        return send(Request.of("POST", path).json(body));
    }

    /** As {@link #post(String, Object)}, whose answer is read as what it is. */
    public <T> T post(String path, Object body, Class<T> type) {
        return read(Request.of("POST", path).json(body), type);
    }

    /** A form ({@code application/x-www-form-urlencoded}), as some standards have it. */
    public Answer postForm(String path, Map<String, String> form) {
        return send(Request.of("POST", path).form(form));
    }

    public Answer put(String path, Object body) {
        return send(Request.of("PUT", path).json(body));
    }

    /** As {@link #put(String, Object)}, whose answer is read as what it is. */
    public <T> T put(String path, Object body, Class<T> type) {
        return read(Request.of("PUT", path).json(body), type);
    }

    /** A JSON Merge Patch (RFC 7396); {@code etag} null changes whatever is there. */
    public Answer patch(String path, Object body, @Nullable String etag) {
        return send(Request.of("PATCH", path).json(body).header("If-Match", etag));
    }

    /** As {@link #patch(String, Object, String)}, whatever is there. */
    public Answer patch(String path, Object body) {
        return patch(path, body, (String) null);
    }

    /** As {@link #patch(String, Object)}, whose answer is read as what it is. */
    public <T> T patch(String path, Object body, Class<T> type) {
        return read(Request.of("PATCH", path).json(body), type);
    }

    /** Bytes as they are, such as a picture. */
    public Answer put(String path, byte[] content) {
        return send(Request.of("PUT", path).body("application/octet-stream", content));
    }

    /** What is no JSON, such as a picture. */
    public byte[] download(String path) {
        return download(path, "*/*");
    }

    /** As {@link #download(String)}, in a form of several that there are. */
    public byte[] download(String path, String mediaType) {
        try (Response response = open(Request.of("GET", path).header("Accept", mediaType))) {
            return response.body().readAllBytes();
        } catch (IOException failure) {
            throw new Unreachable(address(), failure);
        }
    }

    /**
     * All that there is, a line of JSON at a time ({@code application/x-ndjson}), as it comes.
     *
     * @throws Unreachable also where the lines break off before their end
     */
    public void lines(String path, Map<String, String> query, Consumer<String> line) {
        try (Response response = open(asked("GET", path, query).header("Accept", "application/x-ndjson"));
                BufferedReader lines =
                        new BufferedReader(new InputStreamReader(response.body(), StandardCharsets.UTF_8))) {
            for (String next = lines.readLine(); next != null; next = lines.readLine()) {
                line.accept(next);
            }
        } catch (IOException brokenOff) {
            throw new Unreachable(
                    address(), new IOException("the answer broke off before its end; ask again", brokenOff));
        }
    }

    public Answer delete(String path) {
        return delete(path, Map.of());
    }

    /** As {@link #delete(String)}, whose answer is read as what it is. */
    public <T> T delete(String path, Class<T> type) {
        return read(Request.of("DELETE", path), type);
    }

    public Answer delete(String path, Map<String, String> query) {
        return send(asked("DELETE", path, query));
    }

    private Answer send(Request request) {
        return orProblem(() -> {
            Connection.Answer<JsonNode> answer = connection.answer(request, JsonNode.class);
            return new Answer(answer.value(), answer.etag());
        });
    }

    private <T> T read(Request request, Class<T> type) {
        return orProblem(() -> connection.<T>answer(request, type).value());
    }

    private Response open(Request request) {
        return orProblem(() -> connection.send(request));
    }

    private static <T> T orProblem(Supplier<T> asking) {
        try {
            return asking.get();
        } catch (Refused refused) {
            throw problem(refused);
        }
    }

    private static RuntimeException problem(Refused refused) {
        List<Violation> violations = refused.violations().stream()
                .map(error -> new Violation(error.pointer(), error.code(), error.detail()))
                .toList();
        String detail = String.valueOf(refused.getMessage());
        return ProblemKind.ofType(refused.problem().type())
                .<RuntimeException>map(kind -> Problem.of(kind, detail, violations))
                .orElseGet(() -> new IllegalStateException(detail));
    }
}
