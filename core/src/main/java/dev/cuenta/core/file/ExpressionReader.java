package dev.cuenta.core.file;

import dev.cuenta.core.expression.Expression;
import dev.cuenta.core.expression.ExpressionException;
import dev.cuenta.core.expression.Scope;
import dev.cuenta.core.expression.Sort;
import dev.cuenta.core.finding.FindingCode;
import dev.cuenta.core.model.Field;
import dev.cuenta.core.model.FieldPath;
import dev.cuenta.core.model.Template;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;

/** Reads the expressions of fields, once it is known which fields there are. */
final class ExpressionReader {
    private final Map<FieldPath, Field> fields;

    ExpressionReader(Map<FieldPath, Field> fields) {
        this.fields = fields;
    }

    void read(FieldReader.Written written) {
        Field field = fields.get(written.field());
        if (field != null) {
            boolean existing = written.use() == FieldReader.Use.EXISTING;
            expression(written, field)
                    .map(it -> !existing ? field.with(it, field.existingFrom()) : field.with(field.compute(), it))
                    .ifPresent(read -> fields.put(read.path(), read));
        }
    }

    private Optional<Expression> expression(FieldReader.Written written, Field field) {
        String given = written.element().text().orElse("");
        String text = written.use() == FieldReader.Use.TEMPLATE ? concatenation(given) : given;
        try {
            Expression expression = Expression.compile(text, scope(field.path().profile()));
            if (!expression.sort().fits(field.column())) {
                report(
                        written,
                        "It gives " + expression.sort().words() + ", and `" + field.path() + "` is of the type "
                                + field.type() + ".",
                        "Give the field the type that fits, or compute something else.");
            } else {
                return Optional.of(expression);
            }
        } catch (ExpressionException refused) {
            Optional<Field> secret = secretIn(given, field.path().profile());
            if (secret.isPresent()) {
                report(
                        written,
                        "`" + secret.get().path() + "` is secret: nothing can look into it.",
                        "Compute with another field, or take `sensitivity: secret` out there.");
                return Optional.empty();
            }
            boolean template = written.use() == FieldReader.Use.TEMPLATE;
            report(
                    written,
                    (template
                                    ? "The template cannot be used: "
                                    : "The expression cannot be used, at character " + (refused.position() + 1) + ": ")
                            + refused.getMessage(),
                    refused.advice());
        }
        return Optional.empty();
    }

    /** A secret field that the text names, in full or, in its own profile, by its short name. */
    private Optional<Field> secretIn(String text, @Nullable String profile) {
        return fields.values().stream()
                .filter(Field::secret)
                .filter(field -> names(text, field.path().toString())
                        || (profile != null
                                && profile.equals(field.path().profile())
                                && names(text, field.path().name())))
                .findFirst();
    }

    private static boolean names(String text, String name) {
        return Pattern.compile("(?<![\\w.'])" + Pattern.quote(name) + "(?![\\w'])")
                .matcher(text)
                .find();
    }

    /** A template as the expression that puts its parts together. */
    private String concatenation(String template) {
        List<String> parts = new ArrayList<>();
        Matcher matcher = Template.PLACEHOLDER.matcher(template);
        int from = 0;
        while (matcher.find()) {
            literal(template.substring(from, matcher.start()), parts);
            String name = matcher.group(1);
            boolean text = name.equals("id")
                    || name.equals("kind")
                    || Optional.ofNullable(fields.get(FieldPath.parse(name)))
                            .filter(field -> Sort.of(field.column()) == Sort.TEXT)
                            .isPresent();
            parts.add(text ? name : "string(" + name + ")");
            from = matcher.end();
        }
        literal(template.substring(from), parts);
        return parts.isEmpty() ? "''" : String.join(" + ", parts);
    }

    private static void literal(String text, List<String> parts) {
        if (!text.isEmpty()) {
            parts.add("'" + text.replace("\\", "\\\\").replace("'", "\\'").replace("\n", "\\n") + "'");
        }
    }

    private static void report(FieldReader.Written written, String message, String advice) {
        written.element().report(FindingCode.BAD_EXPRESSION, message, advice);
    }

    private Scope scope(@Nullable String profile) {
        Map<String, Scope.Variable> variables = new LinkedHashMap<>();
        variables.put("kind", new Scope.Variable("kind", Sort.TEXT));
        variables.put("id", new Scope.Variable("id", Sort.TEXT));
        variables.put("meta.created", new Scope.Variable("meta.created", Sort.MOMENT));
        variables.put("meta.lastModified", new Scope.Variable("meta.lastModified", Sort.MOMENT));
        fields.forEach((path, field) -> {
            if (field.secret()) {
                return;
            }
            Scope.Variable variable = new Scope.Variable(path.toString(), Sort.of(field.column()));
            variables.put(path.toString(), variable);
            if (profile != null && profile.equals(path.profile())) {
                // In its own profile a field has its short name, whatever the account itself has of that name.
                variables.put(path.name(), variable);
            }
        });
        return new Scope(variables);
    }
}
