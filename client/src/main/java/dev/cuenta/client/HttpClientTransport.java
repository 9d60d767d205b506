package dev.cuenta.client;

import java.io.IOException;
import java.io.InputStream;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpRequest.BodyPublishers;
import java.net.http.HttpResponse;
import java.net.http.HttpResponse.BodyHandlers;
import java.time.Duration;
import java.util.HashMap;
import java.util.Map;

/** The platform's HTTP client, which keeps connections open and may be used by many threads at once. */
public final class HttpClientTransport implements Transport {
    private final HttpClient client;
    private final Duration timeout;

    /**
     * A transport with connections of its own.
     *
     * @param timeout until an answer begins
     */
    public HttpClientTransport(Duration connect, Duration timeout) {
        this.client = HttpClient.newBuilder()
                .connectTimeout(connect)
                .followRedirects(HttpClient.Redirect.NEVER)
                .version(HttpClient.Version.HTTP_1_1)
                .build();
        this.timeout = timeout;
    }

    @Override
    public Response send(Request request) throws IOException {
        HttpRequest.Builder builder = HttpRequest.newBuilder(request.uri())
                .timeout(timeout)
                .method(
                        request.method(),
                        request.mediaType() == null
                                ? BodyPublishers.noBody()
                                : BodyPublishers.ofByteArray(request.body()));
        if (request.mediaType() != null) {
            builder.header("Content-Type", request.mediaType());
        }
        request.headers().forEach(builder::header);
        try {
            HttpResponse<InputStream> response = client.send(builder.build(), BodyHandlers.ofInputStream());
            Map<String, String> headers = new HashMap<>();
            response.headers().map().forEach((name, values) -> headers.put(name, String.join(", ", values)));
            return new Response(response.statusCode(), headers, response.body());
        } catch (InterruptedException stopping) {
            Thread.currentThread().interrupt();
            throw new IOException("interrupted", stopping);
        }
    }
}
