package dev.cuenta.client;

import java.io.IOException;
import java.io.InputStream;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;

/**
 * What was answered. Whoever takes it closes it.
 *
 * @param headers by their names, in small letters or capitals
 * @param body as it comes
 */
public record Response(int status, Map<String, String> headers, InputStream body) implements AutoCloseable {
    private static final int FIRST_REFUSAL = 400;

    public Response {
        Map<String, String> any = new TreeMap<>(String.CASE_INSENSITIVE_ORDER);
        any.putAll(headers);
        headers = any;
    }

    public Optional<String> header(String name) {
        return Optional.ofNullable(headers.get(name));
    }

    /** Whether the status says that nothing was done (RFC 9110, section 15.5 and 15.6). */
    public boolean refused() {
        return status >= FIRST_REFUSAL;
    }

    @Override
    public void close() throws IOException {
        body.close();
    }
}
