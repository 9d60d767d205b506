package dev.cuenta.cli.retention;

import dev.cuenta.cli.Service;
import dev.cuenta.cli.output.Output;
import dev.cuenta.cli.output.Table;
import java.util.Map;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import tools.jackson.databind.JsonNode;

@Command(
        name = "runs",
        mixinStandardHelpOptions = true,
        description = "List past runs of rules, and those that wait until they are allowed.",
        footerHeading = "%nExample:%n",
        footer = "  cuenta retention runs")
final class RunsCommand implements Runnable {
    @Mixin
    private Service service;

    @Mixin
    private Output output;

    @Override
    public void run() {
        JsonNode runs = service.client().get("/v1/retention/runs", Map.of()).body();
        if (output.printed(runs)) {
            return;
        }
        Table table = new Table("RULE", "STATE", "STARTED", "BY", "DUE", "LIMIT", "TOOK");
        runs.path("items")
                .forEach(run -> table.row(
                        run.path("rule").asString(),
                        run.path("state").asString(),
                        run.path("startedAt").asString().replaceFirst(":\\d\\d\\..*", "Z"),
                        run.path("startedBy").asString(),
                        run.path("matched").asString(),
                        run.path("atMost").asString(""),
                        Counts.of(run.path("taken"))));
        output.print(table);
    }
}
