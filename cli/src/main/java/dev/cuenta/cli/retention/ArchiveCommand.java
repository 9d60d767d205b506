package dev.cuenta.cli.retention;

import dev.cuenta.cli.Service;
import dev.cuenta.cli.output.Output;
import dev.cuenta.cli.output.Table;
import java.util.Map;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import tools.jackson.databind.JsonNode;

@Command(
        name = "archive",
        mixinStandardHelpOptions = true,
        description = "List archived accounts, newest first.",
        footerHeading = "%nExample:%n",
        footer = "  cuenta retention archive")
final class ArchiveCommand implements Runnable {
    @Mixin
    private Service service;

    @Mixin
    private Output output;

    @Override
    public void run() {
        JsonNode archive =
                service.client().get("/v1/retention/archive", Map.of()).body();
        if (output.printed(archive)) {
            return;
        }
        Table table = new Table("NAME", "KIND", "RULE", "SINCE", "ID");
        archive.path("items")
                .forEach(account -> table.row(
                        account.path("displayName").asString(),
                        account.path("kind").asString(),
                        account.path("rule").asString(),
                        account.path("archivedAt").asString().substring(0, 10),
                        account.path("id").asString()));
        output.print(table, "No account is archived.");
    }
}
