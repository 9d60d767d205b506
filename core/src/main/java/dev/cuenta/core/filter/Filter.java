package dev.cuenta.core.filter;

import dev.cuenta.core.type.Comparison;
import java.util.List;

/**
 * A filter as it was written. Attributes are not looked up yet: {@code position} is where in the text each stands, counted
 * from 0, so that a refusal can point at it.
 */
public sealed interface Filter {
    record And(List<Filter> all) implements Filter {}

    record Or(List<Filter> any) implements Filter {}

    record Not(Filter filter) implements Filter {}

    /** {@code value} is a String, Boolean, Long or BigDecimal. */
    record Compare(String attribute, int position, Comparison comparison, Object value) implements Filter {}

    record Present(String attribute, int position) implements Filter {}
}
