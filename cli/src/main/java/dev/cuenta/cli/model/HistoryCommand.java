package dev.cuenta.cli.model;

import dev.cuenta.cli.Service;
import dev.cuenta.cli.output.Output;
import dev.cuenta.cli.output.Table;
import java.util.Map;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import tools.jackson.databind.JsonNode;

@Command(
        name = "history",
        mixinStandardHelpOptions = true,
        description = "List the published revisions, newest first.",
        footerHeading = "%nExample:%n",
        footer = "  cuenta model history")
final class HistoryCommand implements Runnable {
    @Mixin
    private Service service;

    @Mixin
    private Output output;

    @Override
    public void run() {
        JsonNode history = service.client().get("/v1/model/revisions", Map.of()).body();
        if (output.printed(history)) {
            return;
        }
        Table table = new Table("REVISION", "STATE", "PUBLISHED", "BY", "CHANGES", "MESSAGE");
        for (JsonNode revision : history.path("items")) {
            boolean done = revision.path("step").asString().equals("done");
            table.row(
                    revision.path("revision").asInt(),
                    revision.path("state").asString()
                            + (done ? "" : " (" + revision.path("step").asString() + ")"),
                    revision.path("publishedAt").asString("").replaceFirst("\\..*", "Z"),
                    revision.path("author").asString(),
                    revision.path("changes").size(),
                    revision.path("message").asString());
        }
        output.print(table);
    }
}
