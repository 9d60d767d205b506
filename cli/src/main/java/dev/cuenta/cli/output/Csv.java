package dev.cuenta.cli.output;

import java.io.PrintWriter;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import tools.jackson.databind.JsonNode;

/** Items as rows (RFC 4180): a column for each value in them, by its path; lists of values with commas between them. */
final class Csv {
    private Csv() {}

    /** @param columns only these paths, in this order; empty for all that there are */
    static void write(List<JsonNode> items, List<String> columns, PrintWriter out) {
        List<Map<String, String>> rows = new ArrayList<>();
        Set<String> found = new LinkedHashSet<>();
        for (JsonNode item : items) {
            Map<String, String> row = new LinkedHashMap<>();
            flatten("", item, row);
            found.addAll(row.keySet());
            rows.add(row);
        }
        List<String> shown = columns.isEmpty() ? List.copyOf(found) : columns;
        CsvOutput csv = CsvOutput.to(out);
        csv.row(shown);
        rows.forEach(row ->
                csv.row(shown.stream().map(path -> row.getOrDefault(path, "")).toList()));
        out.flush();
    }

    private static void flatten(String path, JsonNode value, Map<String, String> row) {
        if (value.isObject()) {
            value.properties()
                    .forEach(entry -> flatten(
                            path.isEmpty() ? entry.getKey() : path + "." + entry.getKey(), entry.getValue(), row));
        } else {
            row.put(path.isEmpty() ? "value" : path, text(value));
        }
    }

    private static String text(JsonNode value) {
        if (value.isArray()) {
            return value.valueStream().anyMatch(JsonNode::isContainer)
                    ? value.toString()
                    : value.valueStream().map(JsonNode::asString).collect(Collectors.joining(","));
        }
        return value.isNull() ? "" : value.asString();
    }
}
