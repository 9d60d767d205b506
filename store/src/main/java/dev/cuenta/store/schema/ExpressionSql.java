package dev.cuenta.store.schema;

import dev.cuenta.core.expression.Expression;
import dev.cuenta.core.expression.Node;
import dev.cuenta.core.expression.Scope;
import dev.cuenta.core.expression.Sort;
import dev.cuenta.core.model.Field;
import dev.cuenta.core.type.Column;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.function.Function;
import java.util.function.Supplier;
import java.util.stream.Collectors;

/**
 * Says an expression in SQL, with the meaning that it has where records are read: a field without a value makes what needs it
 * unknown, and nothing that a person wrote can make a statement fail. Whole numbers are computed as numeric, which does not
 * overflow.
 */
public final class ExpressionSql {
    private static final String ROLES = """
            array(select r.name from cuenta.role_in_effect g join (values %s) r (number, name) on r.number = g.role
            where g.account_id = a.id%s)""";

    private final Shape shape;
    private final Function<Field, String> columns;
    private final Supplier<String> rolesThatCount;

    /**
     * @param columns where a stored field's value is found; the account itself has the alias {@code a}
     * @param rolesThatCount what limits the roles {@code g} that were given, from {@code and} on; an empty text for all
     */
    public ExpressionSql(Shape shape, Function<Field, String> columns, Supplier<String> rolesThatCount) {
        this.shape = shape;
        this.columns = columns;
        this.rolesThatCount = rolesThatCount;
    }

    /** The value of a computed field, with the type of a column that would keep it. */
    public String of(Field field) {
        return typed(Objects.requireNonNull(field.compute()), field);
    }

    private String typed(Expression expression, Field field) {
        String value = of(expression.tree().orElseThrow());
        Column column = field.column();
        return switch (column.kind()) {
            case DATE -> "cast(" + value + " at time zone 'UTC' as date)";
            // As the type reads a text: without space around it, and an empty one is none.
            case TEXT -> "nullif(btrim(" + value + ", E' \\t\\n\\r'), '')";
            case NUMERIC, BIGINT -> "cast(" + value + " as " + shape.type(field) + ")";
            default -> value;
        };
    }

    private String of(Node node) {
        if (node instanceof Node.Constant constant) {
            return constant(constant);
        }
        if (node instanceof Node.Variable variable) {
            return variable(variable);
        }
        if (node instanceof Node.Present present) {
            return "(" + value(present.path()) + " is not null)";
        }
        return call((Node.Call) node);
    }

    private static String constant(Node.Constant constant) {
        return switch (constant.sort()) {
            case WHOLE -> "cast(" + constant.value() + " as numeric)";
            case DECIMAL -> "cast('" + constant.value() + "' as double precision)";
            case TEXT -> "cast(" + Shape.literal(constant.value()) + " as text)";
            default -> Shape.literal(constant.value());
        };
    }

    private String variable(Node.Variable variable) {
        String value = value(variable.path());
        return switch (variable.sort()) {
            case WHOLE -> "cast(" + value + " as numeric)";
            case DECIMAL -> "cast(" + value + " as double precision)";
            default -> value;
        };
    }

    private String value(String path) {
        if (Scope.isNow(path)) {
            return "now()";
        }
        if (Scope.isToday(path)) {
            return "cuenta.day_in(now(), 'UTC')";
        }
        if (Scope.isRoles(path)) {
            return ROLES.formatted(
                    shape.model().roles().values().stream()
                            .map(role -> "(" + role.number() + ", " + Shape.literal(role.name()) + ")")
                            .collect(Collectors.joining(", ")),
                    rolesThatCount.get());
        }
        return switch (path) {
            case "kind" -> "a.kind";
            case "id" -> "cast(a." + shape.idColumn() + " as text)";
            case "meta.created" -> "a.created_at";
            case "meta.lastModified" -> "a.last_modified_at";
            default -> field(shape.model().field(path).orElseThrow());
        };
    }

    private String field(Field field) {
        if (field.compute() != null) {
            return "(" + of(field.compute().tree().orElseThrow()) + ")";
        }
        String column = columns.apply(field);
        return switch (field.column().kind()) {
            case DATE -> "(cast(" + column + " as timestamp) at time zone 'UTC')";
            case ACCOUNT -> "cast(" + column + " as text)";
            default -> column;
        };
    }

    private String call(Node.Call call) {
        List<String> arguments = new ArrayList<>();
        call.arguments().forEach(argument -> arguments.add(of(argument)));
        boolean text = call.arguments().get(0).sort() == Sort.TEXT;
        return switch (call.operation()) {
            case AND -> infix("and", arguments);
            case OR -> infix("or", arguments);
            case NOT -> "(not " + arguments.get(0) + ")";
            case EQUAL -> infix("=", arguments);
            case UNEQUAL -> infix("<>", arguments);
            case LESS -> infix("<", collated(text, arguments));
            case LESS_OR_EQUAL -> infix("<=", collated(text, arguments));
            case GREATER -> infix(">", collated(text, arguments));
            case GREATER_OR_EQUAL -> infix(">=", collated(text, arguments));
            case PLUS -> infix(text ? "||" : "+", arguments);
            case MINUS -> infix("-", arguments);
            case TIMES -> infix("*", arguments);
            case DIVIDED ->
                call.sort() == Sort.WHOLE
                        ? "div(" + arguments.get(0) + ", nullif(" + arguments.get(1) + ", 0))"
                        : "(" + arguments.get(0) + " / nullif(" + arguments.get(1) + ", 0))";
            case REMAINDER -> "mod(" + arguments.get(0) + ", nullif(" + arguments.get(1) + ", 0))";
            case NEGATED -> "(- " + arguments.get(0) + ")";
            case CHOICE ->
                "(case when " + arguments.get(0) + " then " + arguments.get(1) + " when not " + arguments.get(0)
                        + " then " + arguments.get(2) + " end)";
            case IN -> "(" + arguments.get(0) + " = any (" + arguments.get(1) + "))";
            case SIZE -> "cast(" + (text ? "char_length" : "cardinality") + "(" + arguments.get(0) + ") as numeric)";
            case CONTAINS -> "(position(" + arguments.get(1) + " in " + arguments.get(0) + ") > 0)";
            case STARTS_WITH -> "starts_with(" + arguments.get(0) + ", " + arguments.get(1) + ")";
            case ENDS_WITH ->
                "(right(" + arguments.get(0) + ", char_length(" + arguments.get(1) + ")) = " + arguments.get(1) + ")";
            case TO_TEXT -> text(call.arguments().get(0).sort(), arguments.get(0));
            case TO_WHOLE -> "cuenta.whole(cast(" + arguments.get(0) + " as text))";
            case TO_DECIMAL -> "cuenta.decimal(cast(" + arguments.get(0) + " as text))";
            case TO_MOMENT -> "cuenta.moment(cast(" + arguments.get(0) + " as text))";
            case LOWER -> "lower(" + arguments.get(0) + " collate \"und-x-icu\")";
            case UPPER -> "upper(" + arguments.get(0) + " collate \"und-x-icu\")";
            case TRIM -> "btrim(" + arguments.get(0) + ", E' \\t\\n\\r')";
            case PLUS_YEARS -> later("year", arguments);
            case PLUS_MONTHS -> later("month", arguments);
            case PLUS_DAYS -> later("day", arguments);
            case YEARS -> "cuenta.whole_years(" + String.join(", ", arguments) + ")";
            case DAYS -> "cuenta.whole_days(" + String.join(", ", arguments) + ")";
            case DAY_IN -> "cuenta.day_in(" + String.join(", ", arguments) + ")";
        };
    }

    private static String text(Sort sort, String value) {
        return sort == Sort.MOMENT
                ? "to_char(" + value + " at time zone 'UTC', 'YYYY-MM-DD\"T\"HH24:MI:SS\"Z\"')"
                : "cast(" + value + " as text)";
    }

    /** By code point, as the language compares texts. */
    private static List<String> collated(boolean text, List<String> arguments) {
        return text ? arguments.stream().map(it -> it + " collate \"C\"").toList() : arguments;
    }

    private static String later(String unit, List<String> arguments) {
        return "cuenta.later(" + arguments.get(0) + ", '" + unit + "', " + arguments.get(1) + ")";
    }

    private static String infix(String operator, List<String> arguments) {
        return "(" + arguments.get(0) + " " + operator + " " + arguments.get(1) + ")";
    }
}
