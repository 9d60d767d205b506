package dev.cuenta.cli.retention;

import dev.cuenta.cli.Service;
import dev.cuenta.cli.output.Format;
import dev.cuenta.cli.output.Table;
import java.util.Map;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Spec;
import tools.jackson.databind.JsonNode;

@Command(
        name = "rules",
        mixinStandardHelpOptions = true,
        description = "List the rules of the live model.",
        footerHeading = "%nExample:%n",
        footer = "  cuenta retention rules")
final class RulesCommand implements Runnable {
    @Spec
    private CommandSpec spec;

    @Mixin
    private Service service;

    @Option(names = "--output", paramLabel = "FORMAT", description = "table (default) or json.")
    private Format format = Format.table;

    @Override
    public void run() {
        JsonNode rules = service.client().get("/v1/retention/rules", Map.of()).body();
        if (format == Format.json) {
            spec.commandLine().getOut().println(rules.toPrettyString());
            return;
        }
        Table table = new Table("RULE", "DO", "AFTER", "SINCE", "WHERE");
        rules.path("items")
                .forEach(rule -> table.row(
                        rule.path("name").asString(),
                        rule.path("do").asString(),
                        rule.path("after").asString(),
                        rule.path("since").asString(),
                        rule.path("where").asString()));
        table.print(spec.commandLine().getOut());
    }
}
