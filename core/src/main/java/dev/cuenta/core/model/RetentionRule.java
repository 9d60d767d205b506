package dev.cuenta.core.model;

import dev.cuenta.core.filter.Filter;
import org.jspecify.annotations.Nullable;

/**
 * Which accounts go, and when.
 *
 * @param where the accounts it is about; null for all
 * @param whereText the same as it was written
 * @param since the date or instant from which {@code after} is counted: a field, {@code meta.created} or
 *     {@code meta.lastModified}
 */
public record RetentionRule(String name, @Nullable Filter where, String whereText, Span after, String since) {}
