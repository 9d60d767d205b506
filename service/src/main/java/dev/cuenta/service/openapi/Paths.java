package dev.cuenta.service.openapi;

import static dev.cuenta.service.openapi.Schemas.ref;
import static dev.cuenta.service.openapi.Schemas.text;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;

/** The addresses of a document, with what each takes and answers. */
final class Paths {
    static final Map<String, Object> JSON_OBJECT = Map.of("type", "object");

    private static final Pattern PLACE = Pattern.compile("\\{(\\w+)}");

    private final Map<String, Object> all = new LinkedHashMap<>();

    Map<String, Object> all() {
        return all;
    }

    /** An address for whoever is not signed in. */
    void guest(
            String path,
            String method,
            String summary,
            @Nullable Map<String, Object> body,
            String status,
            @Nullable Map<String, Object> answer) {
        add(path, method, summary, body, status, answer).put("security", List.of());
    }

    /** An address that takes a form, as some standards have it. */
    void form(String path, String summary, Map<String, Object> body, @Nullable Map<String, Object> answer) {
        add(path, "post", summary, null, "200", answer)
                .put(
                        "requestBody",
                        Map.of("required", true, "content", content("application/x-www-form-urlencoded", body)));
    }

    Map<String, Object> add(
            String path,
            String method,
            String summary,
            @Nullable Map<String, Object> body,
            String status,
            @Nullable Map<String, Object> answer) {
        Map<String, Object> operation = new LinkedHashMap<>();
        operation.put("summary", summary);
        List<Map<String, Object>> inPath = PLACE.matcher(path)
                .results()
                .map(place -> Map.<String, Object>of(
                        "name", place.group(1), "in", "path", "required", true, "schema", text()))
                .toList();
        if (!inPath.isEmpty()) {
            operation.put("parameters", inPath);
        }
        if (body != null) {
            operation.put(
                    "requestBody",
                    Map.of(
                            "required",
                            true,
                            "content",
                            content(
                                    method.equals("patch") ? "application/merge-patch+json" : "application/json",
                                    body)));
        }
        Map<String, Object> done = new LinkedHashMap<>(Map.of("description", "Done"));
        if (answer != null) {
            done.put("content", content("application/json", answer));
        }
        Map<String, Object> responses = new LinkedHashMap<>();
        responses.put(status, done);
        responses.put(
                "default",
                Map.of("description", "Refused", "content", content("application/problem+json", ref("Problem"))));
        operation.put("responses", responses);
        operations(path).put(method, operation);
        return operation;
    }

    /** Another answer of the operation, without a body. */
    @SuppressWarnings("unchecked") // only this class puts answers there
    void also(String path, String method, String status, String description) {
        Map<String, Object> operation =
                (Map<String, Object>) Objects.requireNonNull(operations(path).get(method));
        ((Map<String, Object>) Objects.requireNonNull(operation.get("responses")))
                .put(status, Map.of("description", description));
    }

    @SuppressWarnings("unchecked") // only this class puts operations there
    private Map<String, Object> operations(String path) {
        return (Map<String, Object>)
                Objects.requireNonNull(all.computeIfAbsent(path, name -> new LinkedHashMap<String, Object>()));
    }

    void parameters(String path, List<Map<String, Object>> parameters) {
        operations(path).put("parameters", parameters);
    }

    static Map<String, Object> query(String name, String description) {
        return Map.of("name", name, "in", "query", "description", description, "schema", text());
    }

    private static Map<String, Object> content(String mediaType, Map<String, Object> schema) {
        return Map.of(mediaType, Map.of("schema", schema));
    }
}
