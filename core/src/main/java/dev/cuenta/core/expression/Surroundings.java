package dev.cuenta.core.expression;

import java.time.Instant;
import java.time.temporal.ChronoUnit;
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

    /** As expressions take it: a field's value, or one of the names that every expression knows. */
    @Nullable
    Object value(String path) {
        return switch (path) {
            case Scope.NOW -> now;
            case Scope.TODAY -> now.truncatedTo(ChronoUnit.DAYS);
            case Scope.ROLES -> roles;
            default -> {
                Object value = values.apply(path);
                yield value == null ? null : Sort.given(value);
            }
        };
    }
}
