package dev.cuenta.cli.token;

import dev.cuenta.cli.Service;
import dev.cuenta.cli.output.Output;
import dev.cuenta.cli.output.Table;
import java.util.Map;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import tools.jackson.databind.JsonNode;

@Command(
        name = "keys",
        mixinStandardHelpOptions = true,
        description = {"List the keys that sign tokens, oldest first."},
        footerHeading = "%nExample:%n",
        footer = "  cuenta tokens keys")
final class KeysCommand implements Runnable {
    @Mixin
    private Service service;

    @Mixin
    private Output output;

    @Override
    public void run() {
        JsonNode keys = service.client().get(Tokens.PATH + "/keys", Map.of()).body();
        if (output.printed(keys)) {
            return;
        }
        Table table = new Table("KEY", "SIGNS FROM");
        keys.path("items")
                .forEach(key -> table.row(
                        key.path("id").asString(),
                        key.path("signsFrom").asString().replaceFirst("\\..*", "Z")));
        output.print(table);
    }
}
