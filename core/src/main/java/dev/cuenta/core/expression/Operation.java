package dev.cuenta.core.expression;

import java.util.Arrays;
import java.util.Optional;

/** What can be done to values both here and in SQL, by the name that the Common Expression Language has for it. */
public enum Operation {
    AND("_&&_"),
    OR("_||_"),
    NOT("!_"),
    EQUAL("_==_"),
    UNEQUAL("_!=_"),
    LESS("_<_"),
    LESS_OR_EQUAL("_<=_"),
    GREATER("_>_"),
    GREATER_OR_EQUAL("_>=_"),
    PLUS("_+_"),
    MINUS("_-_"),
    TIMES("_*_"),
    DIVIDED("_/_"),
    REMAINDER("_%_"),
    NEGATED("-_"),
    CHOICE("_?_:_"),
    IN("@in"),
    SIZE("size"),
    CONTAINS("contains"),
    STARTS_WITH("startsWith"),
    ENDS_WITH("endsWith"),
    TO_TEXT("string"),
    TO_WHOLE("int"),
    TO_DECIMAL("double"),
    TO_MOMENT("timestamp"),
    LOWER("lower"),
    UPPER("upper"),
    TRIM("trim"),
    PLUS_YEARS("plusYears"),
    PLUS_MONTHS("plusMonths"),
    PLUS_DAYS("plusDays"),
    YEARS("years"),
    DAYS("days"),
    DAY_IN("dayIn");

    private final String function;

    Operation(String function) {
        this.function = function;
    }

    static Optional<Operation> of(String function) {
        return Arrays.stream(values())
                .filter(operation -> operation.function.equals(function))
                .findFirst();
    }
}
