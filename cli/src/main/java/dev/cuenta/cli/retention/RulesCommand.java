package dev.cuenta.cli.retention;

import dev.cuenta.cli.Service;
import dev.cuenta.cli.output.Moments;
import dev.cuenta.cli.output.Output;
import dev.cuenta.cli.output.Table;
import dev.cuenta.wire.Items;
import dev.cuenta.wire.retention.RetentionRule;
import java.util.List;
import java.util.Map;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;

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
        List<RetentionRule> rules = service.client().items("/v1/retention/rules", Map.of(), RetentionRule.class);
        if (output.printed(new Items<>(rules))) {
            return;
        }
        Table table = new Table("RULE", "DO", "AFTER", "SINCE", "NEXT", "WHERE");
        rules.forEach(rule -> table.row(
                rule.name(),
                rule.does(),
                rule.after(),
                rule.since(),
                Moments.minute(rule.next(), "by hand"),
                rule.where()));
        output.print(table);
    }
}
