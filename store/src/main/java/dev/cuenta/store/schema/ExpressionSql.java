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
import java.util.stream.Stream;

/**
 * Says an expression in SQL, with the meaning that it has where records are read: a field without a value makes what needs it
 * unknown, and nothing that a person wrote can make a statement fail. Whole numbers are computed as numeric, which does not
 * overflow.
 */
public final class ExpressionSql {
    private static final String ROLES = """
            array(select r.name from cuenta.role_in_effect g join (values %s) r (number, name) on r.number = g.role
            where g.account_id = a.id%s)""";

    /** What a text is stripped of at both ends. */
    private static final String SPACE = Shape.literal(Stream.iterate(0, c -> c <= Character.MAX_VALUE, c -> c + 1)
            .filter(Character::isWhitespace)
            .map(Character::toString)
            .collect(Collectors.joining()));

    private static final String CONTROL = "'[\\u0001-\\u001f\\u007f-\\u009f]'";
    private static final String PROSE_CONTROL = "'[\\u0001-\\u0008\\u000b\\u000c\\u000e-\\u001f\\u007f-\\u009f]'";

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

    /** As the field's type takes it; none where that breaks the field's own rules. */
    private String typed(Expression expression, Field field) {
        String value = of(expression.tree().orElseThrow());
        Column column = field.column();
        String typed = switch (column.kind()) {
            case DATE -> "cast(" + value + " at time zone 'UTC' as date)";
            case NUMERIC ->
                "cuenta.decimal_of(cast(" + value + " as double precision), " + column.precision() + ", "
                        + column.scale() + ")";
            // As the type reads a text: without space around it, and an empty one is none.
            case TEXT -> column.many() ? value : "nullif(btrim(normalize(" + value + ", nfc), " + SPACE + "), '')";
            case BIGINT -> "cast(" + value + " as " + shape.type(field) + ")";
            default -> value;
        };
        String rules = Shape.rules(field, "value")
                + (column.is(Column.Kind.TEXT)
                        ? " and value !~ " + (field.type().isProse() ? PROSE_CONTROL : CONTROL)
                        : "");
        return rules.equals("true")
                ? typed
                : "(select case when " + rules + " then value end from (select " + typed + " as value) computed)";
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
            case DECIMAL ->
                Double.isFinite((Double) constant.value())
                        ? "cast('" + constant.value() + "' as double precision)"
                        : "cast(null as double precision)";
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
        Sort sort = call.arguments().get(0).sort();
        boolean text = sort == Sort.TEXT;
        String one = arguments.get(0);
        return switch (call.operation()) {
            case AND -> infix("and", arguments);
            case OR -> infix("or", arguments);
            case NOT -> "(not " + one + ")";
            case EQUAL -> infix("=", collated(text, arguments));
            case UNEQUAL -> infix("<>", collated(text, arguments));
            case LESS -> infix("<", collated(text, arguments));
            case LESS_OR_EQUAL -> infix("<=", collated(text, arguments));
            case GREATER -> infix(">", collated(text, arguments));
            case GREATER_OR_EQUAL -> infix(">=", collated(text, arguments));
            case PLUS, MINUS, TIMES, DIVIDED, REMAINDER -> computed(call, arguments);
            case NEGATED -> call.sort() == Sort.WHOLE ? "cuenta.int64(- " + one + ")" : "(0 - " + one + ")";
            case CHOICE ->
                "(case when " + one + " then " + arguments.get(1) + " when not " + one + " then " + arguments.get(2)
                        + " end)";
            case IN -> "(" + one + " = any (" + arguments.get(1) + "))";
            case SIZE -> "cast(" + (text ? "char_length" : "cardinality") + "(" + one + ") as numeric)";
            case CONTAINS -> "(position(" + arguments.get(1) + " in " + one + ") > 0)";
            case STARTS_WITH -> "starts_with(" + one + ", " + arguments.get(1) + ")";
            case ENDS_WITH -> "(right(" + one + ", char_length(" + arguments.get(1) + ")) = " + arguments.get(1) + ")";
            case TO_TEXT ->
                sort == Sort.MOMENT || sort == Sort.DECIMAL
                        ? function("text_of", arguments)
                        : "cast(" + one + " as text)";
            case TO_WHOLE -> whole(sort, arguments);
            case TO_DECIMAL -> text ? function("float_of", arguments) : "cast(" + one + " as double precision)";
            case TO_MOMENT -> text ? function("moment", arguments) : one;
            case LOWER -> "lower(" + one + " collate \"und-x-icu\")";
            case UPPER -> "upper(" + one + " collate \"und-x-icu\")";
            case TRIM -> "btrim(" + one + ", " + SPACE + ")";
            case PLUS_YEARS -> later("year", arguments);
            case PLUS_MONTHS -> later("month", arguments);
            case PLUS_DAYS -> later("day", arguments);
            case YEARS -> function("whole_years", arguments);
            case DAYS -> function("whole_days", arguments);
            case DAY_IN -> function("day_in", arguments);
        };
    }

    private static String whole(Sort from, List<String> arguments) {
        return switch (from) {
            case TEXT -> function("whole", arguments);
            case DECIMAL -> function("whole_of", arguments);
            case MOMENT -> "floor(extract(epoch from " + arguments.get(0) + "))";
            default -> arguments.get(0);
        };
    }

    /** What is beyond the numbers that there are has no value. */
    private static String computed(Node.Call call, List<String> arguments) {
        String one = arguments.get(0);
        String other = arguments.get(1);
        if (call.sort() == Sort.TEXT) {
            return infix("||", arguments);
        }
        if (call.sort() == Sort.WHOLE) {
            return switch (call.operation()) {
                case PLUS -> "cuenta.int64(" + one + " + " + other + ")";
                case MINUS -> "cuenta.int64(" + one + " - " + other + ")";
                case TIMES -> "cuenta.int64(" + one + " * " + other + ")";
                case DIVIDED -> "cuenta.int64(div(" + one + ", nullif(" + other + ", 0)))";
                default -> "mod(" + one + ", nullif(" + other + ", 0))";
            };
        }
        return switch (call.operation()) {
            case PLUS -> function("float_plus", arguments);
            case MINUS -> "cuenta.float_plus(" + one + ", 0 - " + other + ")";
            case TIMES -> function("float_times", arguments);
            default -> function("float_divided", arguments);
        };
    }

    private static String function(String name, List<String> arguments) {
        return "cuenta." + name + "(" + String.join(", ", arguments) + ")";
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
