package dev.cuenta.cli.sharing;

import dev.cuenta.cli.Service;
import dev.cuenta.cli.output.Output;
import dev.cuenta.cli.output.Table;
import java.util.Map;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import tools.jackson.databind.JsonNode;

@Command(
        name = "list",
        mixinStandardHelpOptions = true,
        description = "List the keys of all services: how each begins, what it is good for, and when it was used last.",
        footerHeading = "%nExample:%n",
        footer = "  cuenta services keys list")
final class ListKeysCommand implements Runnable {
    @Mixin
    private Service service;

    @Mixin
    private Output output;

    @Override
    public void run() {
        JsonNode services = service.client().get("/v1/services", Map.of()).body();
        if (output.printed(services)) {
            return;
        }
        Table table = new Table("SERVICE", "BEGINS", "MADE", "LAST USED", "EXPIRES", "FROM", "SCOPE", "ID");
        for (JsonNode item : services.path("items")) {
            for (JsonNode key : item.path("keys")) {
                table.row(
                        item.path("name").asString(),
                        key.path("prefix").asString(),
                        minute(key.path("made"), ""),
                        minute(key.path("lastUsed"), "never"),
                        minute(key.path("expires"), "never"),
                        key.path("networks").isEmpty() ? "anywhere" : ListCommand.names(key.path("networks")),
                        key.path("scope").isEmpty() ? "its contract" : ListCommand.names(key.path("scope")),
                        key.path("id").asString());
            }
        }
        output.print(table, "No service has a key. To make one: cuenta services keys add NAME");
    }

    private static String minute(JsonNode moment, String otherwise) {
        return moment.isMissingNode() ? otherwise : moment.asString().replaceFirst(":\\d\\d(\\.\\d+)?Z$", "Z");
    }
}
