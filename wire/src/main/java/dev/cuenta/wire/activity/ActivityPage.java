package dev.cuenta.wire.activity;

import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * A page of activity, newest first.
 *
 * @param names what people call those of its accounts that are still there and within the caller's reach, by id
 * @param next {@code before} of the next page; null on the last one
 */
public record ActivityPage(
        List<ActivityEntry> items,
        Map<String, String> names,
        @Nullable Long next) {}
