package dev.cuenta.cli.account;

import dev.cuenta.cli.connection.CuentaClient;
import java.io.PrintWriter;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Option;
import tools.jackson.databind.JsonNode;

/** Which accounts a command is about, and in which order. */
final class Chosen {
    @Option(
            names = "--filter",
            paramLabel = "FILTER",
            description = "SCIM filter: eq ne co sw pr gt ge lt le, and or not.")
    private @Nullable String filter;

    @Option(names = "--sort", paramLabel = "FIELD", description = "Sort by a field; with - before it, descending.")
    private @Nullable String sort;

    /** Says before the question is asked that it takes long, if it does. */
    void caution(CuentaClient client, PrintWriter err) {
        if (filter == null && sort == null) {
            return;
        }
        JsonNode caution =
                client.get("/v1/accounts/caution", query(List.of())).body().path("caution");
        if (caution.isString()) {
            err.println(caution.asString());
            err.flush();
        }
    }

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
