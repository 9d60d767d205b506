package dev.cuenta.core.expression;

import static dev.cuenta.core.expression.Sort.DECIMAL;
import static dev.cuenta.core.expression.Sort.MOMENT;
import static dev.cuenta.core.expression.Sort.TEXT;
import static dev.cuenta.core.expression.Sort.TEXTS;
import static dev.cuenta.core.expression.Sort.TRUTH;
import static dev.cuenta.core.expression.Sort.WHOLE;

import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * What can be done to values both here and in SQL, by the name that the Common Expression Language has for it, and to values of which
 * sorts. What is not in this table is computed here only.
 */
public enum Operation {
    AND("_&&_", gives(TRUTH, TRUTH, TRUTH)),
    OR("_||_", gives(TRUTH, TRUTH, TRUTH)),
    NOT("!_", gives(TRUTH, TRUTH)),
    EQUAL("_==_", compares(TEXT, WHOLE, DECIMAL, TRUTH, MOMENT, TEXTS)),
    UNEQUAL("_!=_", compares(TEXT, WHOLE, DECIMAL, TRUTH, MOMENT, TEXTS)),
    LESS("_<_", compares(TEXT, WHOLE, DECIMAL, TRUTH, MOMENT)),
    LESS_OR_EQUAL("_<=_", compares(TEXT, WHOLE, DECIMAL, TRUTH, MOMENT)),
    GREATER("_>_", compares(TEXT, WHOLE, DECIMAL, TRUTH, MOMENT)),
    GREATER_OR_EQUAL("_>=_", compares(TEXT, WHOLE, DECIMAL, TRUTH, MOMENT)),
    PLUS("_+_", computes(TEXT, WHOLE, DECIMAL)),
    MINUS("_-_", computes(WHOLE, DECIMAL)),
    TIMES("_*_", computes(WHOLE, DECIMAL)),
    DIVIDED("_/_", computes(WHOLE, DECIMAL)),
    REMAINDER("_%_", computes(WHOLE)),
    NEGATED("-_", gives(WHOLE, WHOLE), gives(DECIMAL, DECIMAL)),
    CHOICE(
            "_?_:_",
            gives(TEXT, TRUTH, TEXT, TEXT),
            gives(WHOLE, TRUTH, WHOLE, WHOLE),
            gives(DECIMAL, TRUTH, DECIMAL, DECIMAL),
            gives(TRUTH, TRUTH, TRUTH, TRUTH),
            gives(MOMENT, TRUTH, MOMENT, MOMENT),
            gives(TEXTS, TRUTH, TEXTS, TEXTS)),
    IN("@in", gives(TRUTH, TEXT, TEXTS)),
    SIZE("size", gives(WHOLE, TEXT), gives(WHOLE, TEXTS)),
    CONTAINS("contains", gives(TRUTH, TEXT, TEXT)),
    STARTS_WITH("startsWith", gives(TRUTH, TEXT, TEXT)),
    ENDS_WITH("endsWith", gives(TRUTH, TEXT, TEXT)),
    TO_TEXT(
            "string",
            gives(TEXT, TEXT),
            gives(TEXT, WHOLE),
            gives(TEXT, DECIMAL),
            gives(TEXT, TRUTH),
            gives(TEXT, MOMENT)),
    TO_WHOLE("int", gives(WHOLE, WHOLE), gives(WHOLE, DECIMAL), gives(WHOLE, TEXT), gives(WHOLE, MOMENT)),
    TO_DECIMAL("double", gives(DECIMAL, DECIMAL), gives(DECIMAL, WHOLE), gives(DECIMAL, TEXT)),
    TO_MOMENT("timestamp", gives(MOMENT, TEXT), gives(MOMENT, MOMENT)),
    LOWER("lower", gives(TEXT, TEXT)),
    UPPER("upper", gives(TEXT, TEXT)),
    TRIM("trim", gives(TEXT, TEXT)),
    PLUS_YEARS("plusYears", gives(MOMENT, MOMENT, WHOLE)),
    PLUS_MONTHS("plusMonths", gives(MOMENT, MOMENT, WHOLE)),
    PLUS_DAYS("plusDays", gives(MOMENT, MOMENT, WHOLE)),
    YEARS("years", gives(WHOLE, MOMENT, MOMENT)),
    DAYS("days", gives(WHOLE, MOMENT, MOMENT)),
    DAY_IN("dayIn", gives(MOMENT, MOMENT, TEXT));

    /** Sorts of values that it takes, and of what it gives. */
    public record Signature(Sort gives, List<Sort> takes) {
        public Signature {
            takes = List.copyOf(takes);
        }
    }

    private final String function;

    @SuppressWarnings("ImmutableEnumChecker") // made by List.of
    private final List<Signature> signatures;

    Operation(String function, Signature... signatures) {
        this.function = function;
        this.signatures = List.of(signatures);
    }

    private static Signature gives(Sort gives, Sort... takes) {
        return new Signature(gives, List.of(takes));
    }

    private static Signature[] compares(Sort... sorts) {
        return Stream.of(sorts).map(sort -> gives(TRUTH, sort, sort)).toArray(Signature[]::new);
    }

    private static Signature[] computes(Sort... sorts) {
        return Stream.of(sorts).map(sort -> gives(sort, sort, sort)).toArray(Signature[]::new);
    }

    /** As the Common Expression Language calls it, an underscore where an operand stands. */
    public String function() {
        return function;
    }

    public List<Signature> signatures() {
        return signatures;
    }

    static Optional<Operation> of(String function, Sort gives, List<Sort> takes) {
        return Arrays.stream(values())
                .filter(operation -> operation.function.equals(function))
                .filter(operation -> operation.signatures.contains(new Signature(gives, takes)))
                .findFirst();
    }
}
