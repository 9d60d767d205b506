package dev.cuenta.cli.account;

import dev.cuenta.cli.connection.CuentaClient;
import dev.cuenta.core.finding.Nearest;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.Violation;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;

/** What the live model says about fields, as far as the caller may know; turns {@code field=value} into a body. */
final class Form {
    private final JsonNode form;
    private final Map<String, JsonNode> fields = new TreeMap<>();

    private Form(JsonNode form) {
        this.form = form;
        form.path("fields").forEach(field -> fields.put(field.path("path").asString(), field));
    }

    static Form of(CuentaClient client) {
        return new Form(client.get("/v1/model/form", Map.of()).body());
    }

    List<String> signInFields() {
        List<String> names = new ArrayList<>();
        form.path("signIn").forEach(name -> names.add(name.asString()));
        return names;
    }

    /** An empty value takes the field's value away. */
    Map<String, Object> body(List<String> assignments) {
        Map<String, Object> body = new LinkedHashMap<>();
        List<Violation> wrong = new ArrayList<>();
        for (String assignment : assignments) {
            int equals = assignment.indexOf('=');
            if (equals < 1) {
                wrong.add(new Violation(
                        "",
                        "assignment",
                        "`" + assignment + "` is no assignment. Write field=value, such as person.givenName=Ines."));
            } else {
                assign(assignment.substring(0, equals), assignment.substring(equals + 1), body, wrong);
            }
        }
        if (!wrong.isEmpty()) {
            throw Problem.invalid(wrong);
        }
        return body;
    }

    @SuppressWarnings("unchecked") // only this method puts groups into the body
    private void assign(String path, String text, Map<String, Object> body, List<Violation> wrong) {
        if (path.equals("roles") || path.equals("tenants")) {
            body.put(path, text.isEmpty() ? List.of() : List.of(text.split(",")));
            return;
        }
        if (path.equals("kind")) {
            body.put(path, text);
            return;
        }
        JsonNode field = fields.get(path);
        if (field == null) {
            wrong.add(new Violation(
                    "/" + path.replace('.', '/'),
                    "unknown",
                    "There is no such field. " + Nearest.advice(path, fields.keySet())));
            return;
        }
        Map<String, Object> target = field.has("profile")
                ? (Map<String, Object>) Objects.requireNonNull(body.computeIfAbsent(
                        field.path("profile").asString(), name -> new LinkedHashMap<String, Object>()))
                : body;
        target.put(field.path("name").asString(), text.isEmpty() ? null : valueOf(field, text));
    }

    /** Several values stand in one argument, with commas between them. */
    private static @Nullable Object valueOf(JsonNode field, String text) {
        String type = field.path("type").asString();
        return field.path("many").asBoolean()
                ? Arrays.stream(text.split(","))
                        .map(item -> value(type, item.strip()))
                        .toList()
                : value(type, text);
    }

    /** What is no number or truth value stays a text: the service then says what it expected. */
    private static @Nullable Object value(String type, String text) {
        if (type.equals("boolean") && (text.equals("true") || text.equals("false"))) {
            return Boolean.valueOf(text);
        }
        if ((type.equals("integer") || type.equals("decimal")) && text.matches("-?\\d{1,40}(\\.\\d{1,40})?")) {
            return new BigDecimal(text);
        }
        if (type.equals("json")) {
            return json(text);
        }
        return text;
    }

    /** What is no JSON stays a text as well. */
    private static Object json(String text) {
        try {
            return CuentaClient.json().readValue(text, Object.class);
        } catch (JacksonException notJson) {
            return text;
        }
    }
}
