package dev.cuenta.cli.account;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Option;

/** Which accounts a command is about, and in which order. */
final class Chosen {
    @Option(
            names = "--filter",
            paramLabel = "FILTER",
            description = "SCIM filter: eq ne co sw pr gt ge lt le, and or not.")
    private @Nullable String filter;

    @Option(names = "--sort", paramLabel = "FIELD", description = "Sort by a field; with - before it, descending.")
    private @Nullable String sort;

    /** @param fields to answer with; empty for all that are returned by default */
    Map<String, String> query(List<String> fields) {
        Map<String, String> query = new LinkedHashMap<>();
        if (filter != null) {
            query.put("filter", filter);
        }
        if (sort != null) {
            query.put("sort", sort);
        }
        if (!fields.isEmpty()) {
            query.put("fields", String.join(",", fields));
        }
        return query;
    }
}
