package dev.cuenta.wire;

import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * A page of a list.
 *
 * @param next where the next page begins; null on the last one
 */
public record Page<T>(List<T> items, @Nullable String next) {}
