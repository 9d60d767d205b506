package dev.cuenta.wire.account;

import org.jspecify.annotations.Nullable;

/**
 * What to know before a list is asked for.
 *
 * @param caution what is slow about a list; null where nothing is
 */
public record Caution(@Nullable String caution) {}
