package dev.cuenta.core.expression;

import java.time.Instant;
import java.util.List;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;

/**
 * What an expression is evaluated in.
 *
 * @param values a field's typed value by its path; null where it has none
 * @param roles names of the account's roles
 */
public record Surroundings(Function<String, @Nullable Object> values, List<String> roles, Instant now) {
    public Surroundings {
        roles = List.copyOf(roles);
    }
}
