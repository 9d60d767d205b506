package dev.cuenta.cli.account;

import dev.cuenta.cli.Assignment;
import dev.cuenta.cli.connection.CuentaClient;
import dev.cuenta.core.finding.Nearest;
import dev.cuenta.core.problem.Violation;
import dev.cuenta.wire.model.Form.Field;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.TreeMap;
import tools.jackson.databind.JsonNode;

/** What the live model says about fields, as far as the caller may know; turns {@code field=value} into a body. */
final class Form {
    /** As a tree: whoever only wants to know what people sign in with does not wait until all of it is read. */
    private final JsonNode form;

    private Form(JsonNode form) {
        this.form = form;
    }

    static Form of(CuentaClient client) {
        return new Form(client.get("/v1/model/form", Map.of()).body());
    }

    List<String> signInFields() {
        return form.path("signIn").valueStream().map(JsonNode::asString).toList();
    }

    private Map<String, Field> fields() {
        Map<String, Field> fields = new TreeMap<>();
        form.path("fields")
                .valueStream()
                .map(field -> CuentaClient.json().treeToValue(field, Field.class))
                .forEach(field -> fields.put(field.path(), field));
        return fields;
    }

    /** An empty value takes the field's value away. */
    Map<String, Object> body(List<String> assignments) {
        Map<String, Object> body = new LinkedHashMap<>();
        Map<String, Field> fields = fields();
        Assignment.each(assignments, (assignment, wrong) -> assign(assignment, fields, body, wrong));
        return body;
    }

    @SuppressWarnings("unchecked") // only this method puts groups into the body
    private static void assign(
            Assignment assignment, Map<String, Field> fields, Map<String, Object> body, List<Violation> wrong) {
        String path = assignment.field();
        String text = assignment.text();
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
        target.put(field.name(), assignment.value(field));
    }
}
