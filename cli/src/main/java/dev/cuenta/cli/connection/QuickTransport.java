package dev.cuenta.cli.connection;

import dev.cuenta.client.HttpClientTransport;
import dev.cuenta.client.Request;
import dev.cuenta.client.Response;
import dev.cuenta.client.Transport;
import java.io.IOException;
import java.io.InputStream;
import java.net.HttpURLConnection;
import java.time.Duration;
import java.util.HashMap;
import java.util.Map;

/**
 * The platform's oldest HTTP client: the newer one takes half a second to start, which is longer than everything else that a command does.
 * It cannot send PATCH, for which the newer one has to do.
 */
final class QuickTransport implements Transport {
    private static final Duration CONNECT = Duration.ofSeconds(5);
    private static final Duration READ = Duration.ofMinutes(2);

    @Override
    public Response send(Request request) throws IOException {
        if (request.method().equals("PATCH")) {
            return new HttpClientTransport(CONNECT, READ).send(request);
        }
        HttpURLConnection connection = (HttpURLConnection) request.uri().toURL().openConnection();
        connection.setConnectTimeout((int) CONNECT.toMillis());
        connection.setReadTimeout((int) READ.toMillis());
        connection.setInstanceFollowRedirects(false);
        connection.setRequestMethod(request.method());
        request.headers().forEach(connection::setRequestProperty);
        if (request.mediaType() != null) {
            connection.setRequestProperty("Content-Type", request.mediaType());
            connection.setDoOutput(true);
            connection.getOutputStream().write(request.body());
        }
        int status = connection.getResponseCode();
        InputStream body = status >= HttpURLConnection.HTTP_BAD_REQUEST
                ? connection.getErrorStream()
                : connection.getInputStream();
        return new Response(status, headers(connection), body == null ? InputStream.nullInputStream() : body);
    }

    private static Map<String, String> headers(HttpURLConnection connection) {
        Map<String, String> headers = new HashMap<>();
        connection.getHeaderFields().forEach((name, values) -> {
            if (name != null) {
                headers.put(name, String.join(", ", values));
            }
        });
        return headers;
    }
}
