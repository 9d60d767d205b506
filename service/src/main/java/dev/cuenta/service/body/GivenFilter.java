package dev.cuenta.service.body;

import dev.cuenta.core.account.Attributes;
import dev.cuenta.core.account.Condition;
import dev.cuenta.core.account.Conditions;
import dev.cuenta.core.filter.FilterParser;
import dev.cuenta.core.filter.FilterSyntaxException;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.Violation;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** The parameter {@code filter} (RFC 7644 section 3.4.2.2) of a list. */
public final class GivenFilter {
    private GivenFilter() {}

    /**
     * Null where none is given.
     *
     * @param attributes those that the caller may filter by
     * @throws Problem INVALID for one that cannot be read, or asks for something else
     */
    public static @Nullable Condition condition(@Nullable String filter, Attributes attributes) {
        if (filter == null || filter.isBlank()) {
            return null;
        }
        Conditions conditions = new Conditions(attributes);
        try {
            Optional<Condition> condition = conditions.bind(FilterParser.parse(filter));
            return condition.orElseThrow(() -> Problem.invalid(conditions.refusals().stream()
                    .map(refusal -> new Violation("/filter", "filter", refusal))
                    .toList()));
        } catch (FilterSyntaxException unreadable) {
            throw Problem.invalid("/filter", "syntax", "The filter cannot be read. " + unreadable.detail());
        }
    }
}
