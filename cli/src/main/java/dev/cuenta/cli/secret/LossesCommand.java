package dev.cuenta.cli.secret;

import dev.cuenta.cli.Service;
import dev.cuenta.cli.output.Output;
import dev.cuenta.cli.output.Table;
import java.util.Map;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import tools.jackson.databind.JsonNode;

@Command(
        name = "losses",
        mixinStandardHelpOptions = true,
        description = "Show what would be lost without keys that are in use and not in the files of the service.",
        footerHeading = "%nExample:%n",
        footer = "  cuenta secrets losses")
final class LossesCommand implements Runnable {
    @Mixin
    private Service service;

    @Mixin
    private Output output;

    @Override
    public void run() {
        JsonNode losses = service.client().get("/v1/secrets/losses", Map.of()).body();
        if (output.printed(losses)) {
            return;
        }
        if (losses.path("items").isEmpty()) {
            output.writer().println("No key is missing.");
            output.writer().flush();
            return;
        }
        Table table = new Table("KEY", "OF", "WHAT", "HOW MANY");
        losses.path("items")
                .forEach(loss -> loss.path("values")
                        .properties()
                        .forEach(value -> table.row(
                                loss.path("key").asString(),
                                loss.path("purpose").asString(),
                                value.getKey(),
                                value.getValue().asString())));
        output.print(table);
    }
}
