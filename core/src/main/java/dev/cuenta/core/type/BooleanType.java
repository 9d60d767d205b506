package dev.cuenta.core.type;

import java.util.Map;
import java.util.Set;

/** True or false. */
final class BooleanType extends FieldType {
    BooleanType() {
        super("boolean");
    }

    @Override
    public Set<String> limitKeys() {
        return Set.of();
    }

    @Override
    public Column column(Limits limits) {
        return Column.of(Column.Kind.BOOLEAN);
    }

    @Override
    public Outcome read(Object raw, Limits limits) {
        return raw instanceof Boolean ? Outcome.accepted(raw) : wrongType("true or false", raw);
    }

    @Override
    public Object write(Object value) {
        return value;
    }

    @Override
    public Set<Comparison> comparisons() {
        return Comparison.EQUALITY;
    }

    @Override
    public Map<String, Object> schema(Limits limits) {
        return Map.of("type", "boolean");
    }

    @Override
    public FormControl control() {
        return FormControl.CHECKBOX;
    }

    @Override
    public Object sample(String fieldName, Limits limits, Words words) {
        return words.between(0, 2) == 0;
    }
}
