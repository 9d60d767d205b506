package dev.cuenta.core.type;

import java.math.BigDecimal;
import java.util.Set;

/** A decimal number of fixed precision and scale, for money among others; never a binary fraction. */
final class DecimalType extends NumericType {
    DecimalType() {
        super("decimal", Set.of("min", "max", "precision", "scale"));
    }

    @Override
    public Column column(Limits limits) {
        return new Column(Column.Kind.NUMERIC, limits.precision(), limits.scale(), false);
    }

    @Override
    Outcome readNumber(BigDecimal number, Limits limits) {
        BigDecimal exact = number.signum() == 0 ? BigDecimal.ZERO : number.stripTrailingZeros();
        if (exact.scale() > limits.scale()) {
            return Outcome.refused("scale", "May have at most " + limits.scale() + " digits after the point.");
        }
        if (exact.precision() - exact.scale() > limits.precision() - limits.scale()) {
            int whole = limits.precision() - limits.scale();
            return Outcome.refused("precision", "May have at most " + whole + " digits before the point.");
        }
        return limits.checkRange(exact, exact.setScale(limits.scale()));
    }

    @Override
    public Object write(Object value) {
        return value;
    }

    @Override
    String schemaType() {
        return "number";
    }

    @Override
    public Object sample(String fieldName, Limits limits, Words words) {
        long most = Math.max(least(limits), Math.min(most(limits), 500));
        BigDecimal whole = BigDecimal.valueOf(words.between(least(limits), most));
        return whole.setScale(limits.scale());
    }
}
