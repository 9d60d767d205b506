package dev.cuenta.cli.sharing;

import dev.cuenta.cli.Service;
import dev.cuenta.cli.output.Output;
import dev.cuenta.cli.output.Table;
import dev.cuenta.wire.Items;
import dev.cuenta.wire.sharing.ServiceSummary;
import java.util.List;
import java.util.Map;
import java.util.StringJoiner;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;

@Command(
        name = "list",
        mixinStandardHelpOptions = true,
        description =
                "List the services of the live model, what each may read, write and ask, and how many keys it has.",
        footerHeading = "%nExample:%n",
        footer = "  cuenta services list")
final class ListCommand implements Runnable {
    @Mixin
    private Service service;

    @Mixin
    private Output output;

    @Override
    public void run() {
        List<ServiceSummary> services = service.client().items("/v1/services", Map.of(), ServiceSummary.class);
        if (output.printed(new Items<>(services))) {
            return;
        }
        Table table = new Table("SERVICE", "READS", "WRITES", "ASKS", "DEPENDENTS", "KEYS");
        services.forEach(item -> table.row(
                item.name(),
                item.reads().size() + item.attributes().size(),
                String.join(", ", item.writes()),
                String.join(", ", item.asks()),
                dependents(item.dependents()),
                item.keys().size()));
        output.print(table, "The live model has no services.");
    }

    private static String dependents(Map<String, String> dependents) {
        StringJoiner sorts = new StringJoiner(", ");
        dependents.forEach((sort, onDelete) -> sorts.add(sort + " (" + onDelete + ")"));
        return sorts.toString();
    }
}
