package dev.cuenta.client;

import java.net.URI;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/**
 * What is sent.
 *
 * @param uri whole, or of the service alone until a {@link Connection} sends it
 * @param mediaType of the body; null where there is none
 * @param repeatable whether sending it twice does no more than sending it once
 */
@SuppressWarnings("ArrayRecordComponent") // on its way out, compared with nothing
public record Request(
        String method,
        URI uri,
        Map<String, String> headers,
        @Nullable String mediaType,
        byte[] body,
        boolean repeatable) {
    private static final byte[] NOTHING = {};
    private static final String JSON = "application/json";

    public Request {
        headers = Map.copyOf(headers);
    }

    /**
     * A request without a body. GET, PUT and DELETE are repeatable (RFC 9110, section 9.2.2).
     *
     * @param path from the service's root on, encoded
     */
    public static Request of(String method, String path) {
        boolean repeatable = !method.equals("POST") && !method.equals("PATCH");
        return new Request(method, URI.create(path), Map.of(), null, NOTHING, repeatable);
    }

    /** The same with a parameter; without it where the value is null. */
    public Request query(String name, @Nullable Object value) {
        if (value == null) {
            return this;
        }
        String parameter = encoded(name) + "=" + encoded(value.toString());
        String path = uri.toString();
        return at(URI.create(path + (path.contains("?") ? "&" : "?") + parameter));
    }

    /** A text as a part of an address has it. */
    public static String encoded(String text) {
        return URLEncoder.encode(text, StandardCharsets.UTF_8).replace("+", "%20");
    }

    Request at(URI other) {
        return new Request(method, other, headers, mediaType, body, repeatable);
    }

    /** The same with a header; without it where the value is null. */
    public Request header(String name, @Nullable String value) {
        if (value == null) {
            return this;
        }
        Map<String, String> more = new LinkedHashMap<>(headers);
        more.put(name, value);
        return new Request(method, uri, more, mediaType, body, repeatable);
    }

    /** The same with a body. */
    public Request body(String type, byte[] content) {
        return new Request(method, uri, headers, type, content, repeatable);
    }

    /** The same with a body of JSON, as {@link Connection#json()} writes it. */
    public Request json(Object value) {
        return body(JSON, Connection.json().writeValueAsBytes(value));
    }

    /** The same with a form ({@code application/x-www-form-urlencoded}), as some standards have it. */
    public Request form(Map<String, String> fields) {
        String encoded = fields.entrySet().stream()
                .map(field -> encoded(field.getKey()) + "=" + encoded(field.getValue()))
                .collect(Collectors.joining("&"));
        return body("application/x-www-form-urlencoded", encoded.getBytes(StandardCharsets.UTF_8));
    }

    /** The same, which only asks, although its method could do more. */
    public Request asking() {
        return new Request(method, uri, headers, mediaType, body, true);
    }

    /** Without the body and the headers: they may be secrets. */
    @Override
    public String toString() {
        return method + " " + uri.getPath();
    }
}
