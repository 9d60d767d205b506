package dev.cuenta.cli.retention;

import dev.cuenta.cli.Service;
import dev.cuenta.cli.output.Output;
import dev.cuenta.cli.output.Table;
import java.util.Map;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import tools.jackson.databind.JsonNode;

@Command(
        name = "rules",
        mixinStandardHelpOptions = true,
        description = "List the rules of the live model.",
        footerHeading = "%nExample:%n",
        footer = "  cuenta retention rules")
final class RulesCommand implements Runnable {
    @Mixin
    private Service service;

    @Mixin
    private Output output;

    @Override
    public void run() {
        JsonNode rules = service.client().get("/v1/retention/rules", Map.of()).body();
        if (output.printed(rules)) {
            return;
        }
        Table table = new Table("RULE", "DO", "AFTER", "SINCE", "NEXT", "WHERE");
        rules.path("items")
                .forEach(rule -> table.row(
                        rule.path("name").asString(),
                        rule.path("do").asString(),
                        rule.path("after").asString(),
                        rule.path("since").asString(),
                        rule.has("next") ? rule.path("next").asString().replaceFirst(":00Z$", "Z") : "by hand",
                        rule.path("where").asString()));
        output.print(table);
    }
}
