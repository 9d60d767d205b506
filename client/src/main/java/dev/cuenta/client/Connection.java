package dev.cuenta.client;

import com.fasterxml.jackson.annotation.JsonInclude;
import dev.cuenta.wire.ProblemDocument;
import java.io.IOException;
import java.lang.reflect.Type;
import java.net.URI;
import java.time.Duration;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.DeserializationFeature;
import tools.jackson.databind.json.JsonMapper;

/**
 * How a service is asked: as whom, in JSON, with refusals as exceptions. What the service cannot answer just now, and says when it can, is
 * asked again, if asking twice does no harm.
 */
@SuppressWarnings("TypeParameterUnusedInFormals") // a list of something has no class of its own
public final class Connection {
    private static final JsonMapper JSON = JsonMapper.builder()
            .enable(DeserializationFeature.USE_BIG_DECIMAL_FOR_FLOATS)
            .disable(DeserializationFeature.FAIL_ON_UNKNOWN_PROPERTIES)
            .disable(DeserializationFeature.FAIL_ON_NULL_FOR_PRIMITIVES)
            .changeDefaultPropertyInclusion(present -> present.withValueInclusion(JsonInclude.Include.NON_NULL))
            .build();
    private static final int TRIES = 3;
    private static final byte[] EMPTY = {'{', '}'};

    private final URI service;
    private final Transport transport;
    private final Map<String, String> headers;
    private final Duration patience;

    /**
     * A connection for a guest.
     *
     * @param patience the longest pause before another try
     */
    public Connection(URI service, Transport transport, Duration patience) {
        this(service, transport, Map.of(), patience);
    }

    private Connection(URI service, Transport transport, Map<String, String> headers, Duration patience) {
        this.service = service;
        this.transport = transport;
        this.headers = Map.copyOf(headers);
        this.patience = patience;
    }

    /** Passes over what it does not know of, so that a service may say more than this program knows. */
    public static JsonMapper json() {
        return JSON;
    }

    /** Where the service is. */
    public URI service() {
        return service;
    }

    /** The same, asked with a key or a session's token; as a guest for null. */
    public Connection as(@Nullable String token) {
        return with("Authorization", token == null ? null : "Bearer " + token);
    }

    /** The same, limited to a tenant; without a limit of its own for null. */
    public Connection within(@Nullable String tenant) {
        return with("Cuenta-Tenant", tenant);
    }

    /** The same with a header in each request; without it where the value is null. */
    Connection with(String header, @Nullable String value) {
        Map<String, String> other = new LinkedHashMap<>(headers);
        if (value == null) {
            other.remove(header);
        } else {
            other.put(header, value);
        }
        return new Connection(service, transport, other, patience);
    }

    /**
     * Sends the request; the answer is one that did not refuse.
     *
     * @throws Refused where the service refused, by the type of the problem
     * @throws Unreachable where nobody answered, or somebody else
     */
    public Response send(Request request) {
        Request whole = request.at(service.resolve(request.uri()));
        for (Map.Entry<String, String> header : headers.entrySet()) {
            whole = whole.headers().containsKey(header.getKey())
                    ? whole
                    : whole.header(header.getKey(), header.getValue());
        }
        for (int left = TRIES - 1; ; left--) {
            try {
                return once(whole);
            } catch (Refused refused) {
                Duration pause = refused.retryAfter().orElse(Duration.ZERO);
                if (left == 0 || !request.repeatable() || pause.isZero() || pause.compareTo(patience) > 0) {
                    throw refused;
                }
                pause(pause);
            } catch (IOException failure) {
                throw new Unreachable(service, failure);
            }
        }
    }

    private Response once(Request request) throws IOException {
        Response response = transport.send(request);
        if (response.refused()) {
            try (response) {
                throw Refused.of(problem(response), retryAfter(response));
            }
        }
        return response;
    }

    private static ProblemDocument problem(Response response) throws IOException {
        byte[] body = response.body().readAllBytes();
        ProblemDocument said = body.length == 0 ? null : read(body, ProblemDocument.class);
        return said == null || said.type() == null
                ? new ProblemDocument(
                        "about:blank",
                        "Refused",
                        response.status(),
                        "The service answered with status " + response.status() + ".",
                        null,
                        null,
                        null)
                : said;
    }

    /** In seconds (RFC 9110, section 10.2.3); a date is not waited for. */
    private static Optional<Duration> retryAfter(Response response) {
        return response.header("Retry-After")
                .filter(seconds -> seconds.matches("\\d{1,9}"))
                .map(seconds -> Duration.ofSeconds(Long.parseLong(seconds)));
    }

    private static void pause(Duration pause) {
        try {
            Thread.sleep(pause.toMillis());
        } catch (InterruptedException stopping) {
            Thread.currentThread().interrupt();
        }
    }

    /** As {@link #send}, for an answer without a body, or whose body does not matter. */
    public void tell(Request request) {
        answer(request, Object.class);
    }

    /**
     * As {@link #send}, for an answer in JSON.
     *
     * @param type what it is read as
     */
    public <T> T ask(Request request, Type type) {
        return this.<T>answer(request, type).value();
    }

    /**
     * An answer, and its ETag.
     *
     * @param <T> what the body is read as
     */
    public record Answer<T>(T value, Optional<String> etag) {}

    /** As {@link #ask}, with the ETag. An answer without a body is an empty object. */
    public <T> Answer<T> answer(Request request, Type type) {
        try (Response response = send(request.header("Accept", "application/json"))) {
            byte[] body = response.body().readAllBytes();
            return new Answer<>(Connection.<T>read(body.length == 0 ? EMPTY : body, type), response.header("ETag"));
        } catch (IOException cutOff) {
            throw new Unreachable(service, cutOff);
        }
    }

    private static <T> T read(byte[] body, Type type) throws IOException {
        try {
            return JSON.readValue(body, JSON.constructType(type));
        } catch (JacksonException notJson) {
            throw new IOException("it answered something that is not JSON; is this a Cuenta service?", notJson);
        }
    }
}
