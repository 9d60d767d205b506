package dev.cuenta.cli.secret;

import dev.cuenta.cli.output.Output;
import dev.cuenta.cli.output.Table;
import java.io.PrintWriter;
import tools.jackson.databind.JsonNode;

/** The keys as a person reads them. */
final class KeyTable {
    private KeyTable() {}

    static void print(JsonNode keys, Output output) {
        PrintWriter out = output.writer();
        JsonNode items = keys.path("items");
        if (items.isEmpty()) {
            out.println("Nothing is encrypted yet: the first key is created with the first secret value.");
            out.flush();
            return;
        }
        Table table = new Table("KEY", "SINCE", "STATE");
        for (int i = 0; i < items.size(); i++) {
            JsonNode key = items.get(i);
            String state = i == items.size() - 1
                    ? "encrypts"
                    : key.has("retiredAt") ? "no longer used" : "decrypts earlier values";
            table.row(key.path("id").asString(), key.path("addedAt").asString().replaceFirst("\\..*", "Z"), state);
        }
        output.print(table);
        long left = keys.path("left").asLong();
        if (left > 0) {
            out.println(left + (left == 1 ? " value is" : " values are") + " to be re-encrypted.");
        }
        out.flush();
    }
}
