package dev.cuenta.wire.sharing;

import java.util.List;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * The names that a service's code spells out. What is left out is not compared.
 *
 * @param roles by their numbers
 * @param permissions that it asks about
 * @param options by the field that has them
 */
public record Vocabulary(
        @Nullable Map<String, Integer> roles,
        @Nullable Set<String> kinds,
        @Nullable Set<String> permissions,
        @Nullable Map<String, List<String>> options) {}
