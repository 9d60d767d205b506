package dev.cuenta.core.check;

import dev.cuenta.core.filter.Filter;
import dev.cuenta.core.type.Comparison;
import java.util.HashMap;
import java.util.Map;

/** Whether a filter contradicts itself in a way that can be seen without any record. */
final class Impossible {
    private Impossible() {}

    static boolean in(Filter filter) {
        if (filter instanceof Filter.Or or) {
            return or.any().stream().allMatch(Impossible::in);
        }
        return filter instanceof Filter.And and && (and.all().stream().anyMatch(Impossible::in) || contradicts(and));
    }

    /** An attribute that must be two different things at once, or there and not there. */
    private static boolean contradicts(Filter.And and) {
        Map<String, Object> equal = new HashMap<>();
        for (Filter filter : and.all()) {
            if (filter instanceof Filter.Compare compare && compare.comparison() == Comparison.EQ) {
                Object other = equal.putIfAbsent(compare.attribute(), compare.value());
                // An account may have several roles at once.
                if (other != null
                        && !other.equals(compare.value())
                        && !compare.attribute().equals("roles")) {
                    return true;
                }
            }
        }
        return and.all().stream()
                .filter(filter -> filter instanceof Filter.Not not && not.filter() instanceof Filter.Present)
                .map(filter -> (Filter.Present) ((Filter.Not) filter).filter())
                .anyMatch(absent -> equal.containsKey(absent.attribute()));
    }
}
