package dev.cuenta.core.type;

import java.math.BigDecimal;
import java.util.Set;

/** A whole number of 64 bits. */
final class IntegerType extends NumericType {
    IntegerType() {
        super("integer", Set.of("min", "max"));
    }

    @Override
    public Column column(Limits limits) {
        return Column.of(Column.Kind.BIGINT);
    }

    @Override
    Outcome readNumber(BigDecimal number, Limits limits) {
        try {
            return limits.checkRange(number, number.longValueExact());
        } catch (ArithmeticException notWhole) {
            return Outcome.refused("integer", "Must be a whole number of at most 18 digits.");
        }
    }

    @Override
    public Object write(Object value) {
        return value;
    }

    @Override
    String schemaType() {
        return "integer";
    }

    @Override
    public Object sample(String fieldName, Limits limits, Words words) {
        return words.between(least(limits), Math.max(least(limits), most(limits)));
    }
}
