package dev.cuenta.core.account;

import dev.cuenta.core.filter.Filter;
import dev.cuenta.core.type.Comparison;
import dev.cuenta.core.type.Outcome;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;

/** Looks up a filter's attributes and types its values; collects everything that does not fit. */
public final class Conditions {
    private final Attributes attributes;
    private final List<String> refusals = new ArrayList<>();

    public Conditions(Attributes attributes) {
        this.attributes = attributes;
    }

    /** Why filters were refused, in words for a person; empty when all of them fitted. */
    public List<String> refusals() {
        return List.copyOf(refusals);
    }

    public Optional<Condition> bind(Filter filter) {
        if (filter instanceof Filter.And and) {
            return bindAll(and.all()).map(Condition.And::new);
        }
        if (filter instanceof Filter.Or or) {
            return bindAll(or.any()).map(Condition.Or::new);
        }
        if (filter instanceof Filter.Not not) {
            return bind(not.filter()).map(Condition.Not::new);
        }
        if (filter instanceof Filter.Present present) {
            return bindPresent(present);
        }
        return bindCompare((Filter.Compare) filter);
    }

    private Optional<List<Condition>> bindAll(List<Filter> filters) {
        List<Condition> bound = new ArrayList<>();
        for (Filter filter : filters) {
            bind(filter).ifPresent(bound::add);
        }
        return bound.size() == filters.size() ? Optional.of(bound) : Optional.empty();
    }

    private Optional<Condition> bindPresent(Filter.Present present) {
        return attribute(present.attribute(), present.position()).flatMap(attribute -> {
            if (attribute.secret()) {
                refusals.add("At character " + (present.position() + 1) + ": `" + attribute.path()
                        + "` is secret: it is found by its whole value, with eq.");
                return Optional.empty();
            }
            return Optional.of(new Condition.Present(attribute));
        });
    }

    private Optional<Condition> bindCompare(Filter.Compare compare) {
        return attribute(compare.attribute(), compare.position()).flatMap(attribute -> {
            if (!attribute.comparisons().contains(compare.comparison())) {
                String possible = attribute.comparisons().stream()
                        .sorted()
                        .map(Comparison::toString)
                        .collect(Collectors.joining(", "));
                return refuse(
                        compare,
                        possible.isEmpty()
                                ? "`" + attribute.path() + "` can only be asked for with pr."
                                : "`" + attribute.path() + "` compares by " + possible + ", not by "
                                        + compare.comparison() + ".");
            }
            return value(attribute, compare)
                    .map(value -> new Condition.Compare(attribute, compare.comparison(), value));
        });
    }

    private Optional<Object> value(Attribute attribute, Filter.Compare compare) {
        boolean part = compare.comparison() == Comparison.CO || compare.comparison() == Comparison.SW;
        if (attribute.source() == Attribute.Source.ID || part) {
            return compare.value() instanceof String
                    ? Optional.of(compare.value())
                    : refuse(compare, "`" + attribute.path() + "` compares with a text in double quotes.");
        }
        Outcome outcome = attribute.type().readCompared(compare.value(), attribute.limits());
        return outcome.refusal().isPresent()
                ? refuse(
                        compare,
                        "`" + attribute.path() + "` cannot be compared with that: "
                                + outcome.refusal().get().detail())
                : outcome.value();
    }

    private Optional<Attribute> attribute(String path, int position) {
        Optional<Attribute> attribute = attributes.find(path);
        if (attribute.isEmpty()) {
            // The same words for a field that is not there and for one that may not be read.
            refusals.add("At character " + (position + 1) + ": there is no field `" + path + "` to filter by. "
                    + attributes.advice(path));
        }
        return attribute;
    }

    private <T> Optional<T> refuse(Filter.Compare compare, String reason) {
        refusals.add("At character " + (compare.position() + 1) + ": " + reason);
        return Optional.empty();
    }
}
