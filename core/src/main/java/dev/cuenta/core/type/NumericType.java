package dev.cuenta.core.type;

import java.math.BigDecimal;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** What the types share whose values are numbers. */
abstract class NumericType extends FieldType {
    private final Set<String> limitKeys;

    NumericType(String name, Set<String> limitKeys) {
        super(name);
        this.limitKeys = limitKeys;
    }

    @Override
    public Set<String> limitKeys() {
        return limitKeys;
    }

    @Override
    public final Outcome read(Object raw, Limits limits) {
        if (raw instanceof BigDecimal decimal) {
            return FieldTypes.isHuge(decimal) ? wrongType("a number", raw) : readNumber(decimal, limits);
        }
        return raw instanceof Number number && !(raw instanceof Double) && !(raw instanceof Float)
                ? readNumber(new BigDecimal(number.toString()), limits)
                : wrongType("a number", raw);
    }

    @Override
    public Optional<FieldType> many() {
        return Optional.of(new ListType(this));
    }

    abstract Outcome readNumber(BigDecimal number, Limits limits);

    abstract String schemaType();

    @Override
    public Set<Comparison> comparisons() {
        return Comparison.ORDERED;
    }

    @Override
    public Map<String, Object> schema(Limits limits) {
        Map<String, Object> schema = new LinkedHashMap<>();
        schema.put("type", schemaType());
        if (limits.min() != null) {
            schema.put("minimum", limits.min());
        }
        if (limits.max() != null) {
            schema.put("maximum", limits.max());
        }
        return schema;
    }

    @Override
    public FormControl control() {
        return FormControl.NUMBER;
    }

    static long least(Limits limits) {
        return limits.min() == null
                ? 0
                : limits.min().setScale(0, java.math.RoundingMode.CEILING).longValue();
    }

    static long most(Limits limits) {
        return limits.max() == null
                ? least(limits) + 100
                : limits.max().setScale(0, java.math.RoundingMode.FLOOR).longValue();
    }
}
