package dev.cuenta.wire.account;

import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * What is looked up.
 *
 * @param by {@code id}, or a unique field; null for {@code id}
 * @param values up to 1,000; texts or numbers
 * @param fields to answer with; null for all that are returned by default
 */
public record Lookup(
        @Nullable String by, List<Object> values, @Nullable List<String> fields) {}
