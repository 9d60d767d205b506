package dev.cuenta.core.type;

import java.util.ArrayList;
import java.util.EnumSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * Several values of one type, in the order given and each once (RFC 7643 section 2.4). The limits are those of each value, and
 * {@code maxItems} is the list's own.
 */
final class ListType extends FieldType {
    private final FieldType one;

    ListType(FieldType one) {
        super(one.name());
        this.one = one;
    }

    @Override
    public boolean isMany() {
        return true;
    }

    @Override
    public Optional<Delivery> delivery() {
        return one.delivery();
    }

    @Override
    public boolean tellsWho() {
        return one.tellsWho();
    }

    @Override
    public boolean isOfAnyLength() {
        return one.isOfAnyLength();
    }

    @Override
    public @Nullable Integer usualLength() {
        return one.usualLength();
    }

    @Override
    public boolean isProse() {
        return one.isProse();
    }

    @Override
    public boolean hasForm() {
        return one.hasForm();
    }

    @Override
    public String identifier() {
        return one.identifier();
    }

    @Override
    public Set<String> limitKeys() {
        Set<String> keys = new LinkedHashSet<>(one.limitKeys());
        keys.add("maxItems");
        return keys;
    }

    @Override
    public Column column(Limits limits) {
        return one.column(limits).ofMany();
    }

    @Override
    public Outcome read(Object raw, Limits limits) {
        if (!(raw instanceof List<?> items)) {
            return wrongType("a list", raw);
        }
        if (items.size() > limits.maxItems()) {
            return Outcome.refused(
                    "maxItems", "Has " + items.size() + " values; at most " + limits.maxItems() + " are allowed.");
        }
        Set<Object> values = new LinkedHashSet<>();
        for (Object item : items) {
            Outcome outcome = item == null
                    ? Outcome.refused("type", "Is missing; a list holds values only.")
                    : one.read(item, limits);
            Optional<Outcome.Refused> refusal = outcome.refusal();
            if (refusal.isPresent()) {
                return Outcome.refused(
                        refusal.get().code(),
                        "Value " + (items.indexOf(item) + 1) + ": "
                                + refusal.get().detail());
            }
            values.add(outcome.value().orElseThrow());
        }
        return values.isEmpty()
                ? Outcome.refused("empty", "Must not be empty; leave it out or give null for no values.")
                : Outcome.accepted(List.copyOf(values));
    }

    @Override
    public Object write(Object value) {
        List<Object> written = new ArrayList<>();
        ((List<?>) value).forEach(item -> written.add(one.write(item)));
        return written;
    }

    /** As RFC 7644 section 3.4.2.2 has it for multi-valued attributes: met when any one of the values meets it. */
    @Override
    public Set<Comparison> comparisons() {
        return one.comparisons().contains(Comparison.CO)
                ? EnumSet.of(Comparison.EQ, Comparison.NE, Comparison.CO)
                : Comparison.EQUALITY;
    }

    @Override
    public Outcome readCompared(Object raw, Limits limits) {
        return one.read(raw, limits);
    }

    @Override
    public Map<String, Object> schema(Limits limits) {
        return Map.of(
                "type",
                "array",
                "items",
                one.schema(limits),
                "minItems",
                1,
                "maxItems",
                limits.maxItems(),
                "uniqueItems",
                true);
    }

    @Override
    public FormControl control() {
        return FormControl.LIST;
    }

    @Override
    public FormControl controlOfEach() {
        return one.control();
    }

    @Override
    public Object sample(String fieldName, Limits limits, Words words) {
        Set<Object> values = new LinkedHashSet<>();
        for (long i = words.between(1, Math.min(3, limits.maxItems())); i > 0; i--) {
            values.add(one.sample(fieldName, limits, words));
        }
        return List.copyOf(values);
    }
}
