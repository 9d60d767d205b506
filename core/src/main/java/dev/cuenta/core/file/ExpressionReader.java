package dev.cuenta.core.file;

import dev.cuenta.core.expression.Expression;
import dev.cuenta.core.expression.ExpressionException;
import dev.cuenta.core.expression.Scope;
import dev.cuenta.core.expression.Sort;
import dev.cuenta.core.finding.FindingCode;
import dev.cuenta.core.model.Field;
import dev.cuenta.core.model.FieldPath;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
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
            boolean compute = written.use() == FieldReader.Use.COMPUTE;
            expression(written, field)
                    .map(it -> compute ? field.with(it, field.existingFrom()) : field.with(field.compute(), it))
                    .ifPresent(read -> fields.put(read.path(), read));
        }
    }

    private Optional<Expression> expression(FieldReader.Written written, Field field) {
        String text = written.element().text().orElse("");
        try {
            Expression expression = Expression.compile(text, scope(field.path().profile()));
            if (!expression.sort().fits(field.column())) {
                report(
                        written,
                        "It gives " + expression.sort().words() + ", and `" + field.path() + "` is of the type "
                                + field.type() + ".",
                        "Give the field the type that fits, or compute something else.");
            } else if (written.use() == FieldReader.Use.EXISTING
                    && expression.tree().isEmpty()) {
                report(
                        written,
                        "It uses what the database cannot compute.",
                        "Use the documented functions only: existing records are filled where they are kept.");
            } else {
                return Optional.of(expression);
            }
        } catch (ExpressionException refused) {
            report(
                    written,
                    "The expression cannot be used, at character " + (refused.position() + 1) + ": "
                            + refused.getMessage(),
                    refused.advice());
        }
        return Optional.empty();
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
