package dev.cuenta.cli.sharing;

import dev.cuenta.cli.Service;
import dev.cuenta.cli.output.Output;
import dev.cuenta.cli.output.Table;
import java.util.Map;
import java.util.StringJoiner;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import tools.jackson.databind.JsonNode;

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
        JsonNode services = service.client().get("/v1/services", Map.of()).body();
        if (output.printed(services)) {
            return;
        }
        Table table = new Table("SERVICE", "READS", "WRITES", "ASKS", "DEPENDENTS", "KEYS");
        services.path("items")
                .forEach(item -> table.row(
                        item.path("name").asString(),
                        String.valueOf(item.path("reads").size()
                                + item.path("attributes").size()),
                        names(item.path("writes")),
                        names(item.path("asks")),
                        dependents(item.path("dependents")),
                        String.valueOf(item.path("keys").size())));
        output.print(table, "The live model has no services.");
    }

    static String names(JsonNode list) {
        StringJoiner names = new StringJoiner(", ");
        list.forEach(name -> names.add(name.asString()));
        return names.toString();
    }

    private static String dependents(JsonNode dependents) {
        StringJoiner sorts = new StringJoiner(", ");
        dependents
                .properties()
                .forEach(
                        sort -> sorts.add(sort.getKey() + " (" + sort.getValue().asString() + ")"));
        return sorts.toString();
    }
}
