package dev.cuenta.cli.account;

import dev.cuenta.cli.connection.CuentaClient;
import dev.cuenta.core.finding.Nearest;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.Violation;
import dev.cuenta.wire.model.Form.Field;
import dev.cuenta.wire.model.FormControl;
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

/** What the live model says about fields, as far as the caller may know; turns {@code field=value} into a body. */
final class Form {
    private final dev.cuenta.wire.model.Form form;
    private final Map<String, Field> fields = new TreeMap<>();

    private Form(dev.cuenta.wire.model.Form form) {
        this.form = form;
        form.fields().forEach(field -> fields.put(field.path(), field));
    }

    static Form of(CuentaClient client) {
        return new Form(client.get("/v1/model/form", Map.of(), dev.cuenta.wire.model.Form.class));
    }

    List<String> signInFields() {
        return form.signIn();
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
        Field field = fields.get(path);
        if (field == null) {
            wrong.add(new Violation(
                    "/" + path.replace('.', '/'),
                    "unknown",
                    "There is no such field. " + Nearest.advice(path, fields.keySet())));
            return;
        }
        Map<String, Object> target = field.profile() == null
                ? body
                : (Map<String, Object>) Objects.requireNonNull(
                        body.computeIfAbsent(field.profile(), name -> new LinkedHashMap<String, Object>()));
        target.put(field.name(), text.isEmpty() ? null : valueOf(field, text));
    }

    /** Several values stand in one argument, with commas between them. */
    private static @Nullable Object valueOf(Field field, String text) {
        return field.many()
                ? Arrays.stream(text.split(","))
                        .map(item -> value(field.each(), item.strip()))
                        .toList()
                : value(field.each(), text);
    }

    /** What is no number or truth value stays a text: the service then says what it expected. */
    private static @Nullable Object value(FormControl control, String text) {
        return switch (control) {
            case CHECKBOX -> text.equals("true") || text.equals("false") ? Boolean.valueOf(text) : text;
            case NUMBER -> text.matches("-?\\d{1,40}(\\.\\d{1,40})?") ? new BigDecimal(text) : text;
            case JSON -> json(text);
            case TEXT, TEXTAREA, EMAIL, TEL, URL, SELECT, DATE, DATETIME_LOCAL, LIST, ACCOUNT, PICTURE -> text;
        };
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
