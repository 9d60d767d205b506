package dev.cuenta.core.type;

import dev.cuenta.core.finding.Nearest;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** One of the options that the field lists. */
final class ChoiceType extends FieldType {
    ChoiceType() {
        super("choice");
    }

    @Override
    public Set<String> limitKeys() {
        return Set.of("options");
    }

    @Override
    public Optional<FieldType> many() {
        return Optional.of(new ListType(this));
    }

    @Override
    public Column column(Limits limits) {
        return Column.of(Column.Kind.TEXT);
    }

    @Override
    public Outcome read(Object raw, Limits limits) {
        if (!(raw instanceof String text)) {
            return wrongType("one of " + String.join(", ", limits.options()), raw);
        }
        return limits.options().contains(text)
                ? Outcome.accepted(text)
                : Outcome.refused("option", "Is none of the options. " + Nearest.advice(text, limits.options()));
    }

    @Override
    public Set<Comparison> comparisons() {
        return Comparison.EQUALITY;
    }

    @Override
    public Map<String, Object> schema(Limits limits) {
        return Map.of("type", "string", "enum", limits.options());
    }

    @Override
    public FormControl control() {
        return FormControl.SELECT;
    }

    @Override
    public Object sample(String fieldName, Limits limits, Words words) {
        return limits.options().get((int) words.between(0, limits.options().size() - 1));
    }
}
