package dev.cuenta.cli.retention;

import java.util.ArrayList;
import java.util.List;
import tools.jackson.databind.JsonNode;

/** Counts of records by sort, in words; what is none is left out. */
final class Counts {
    private Counts() {}

    static String of(JsonNode counts) {
        List<String> parts = new ArrayList<>();
        counts.properties().forEach(entry -> {
            if (entry.getValue().asLong() > 0) {
                parts.add(entry.getValue().asLong() + " " + entry.getKey());
            }
        });
        return parts.isEmpty() ? "nothing" : String.join(", ", parts);
    }
}
