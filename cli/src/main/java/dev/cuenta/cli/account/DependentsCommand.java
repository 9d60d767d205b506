package dev.cuenta.cli.account;

import dev.cuenta.cli.Service;
import dev.cuenta.cli.connection.CuentaClient;
import dev.cuenta.cli.output.Output;
import dev.cuenta.cli.output.Table;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import tools.jackson.databind.JsonNode;

@Command(
        name = "dependents",
        mixinStandardHelpOptions = true,
        description = "List the records of services that depend on an account, or move them to another one.",
        footerHeading = "%nExample:%n",
        footer = "  cuenta accounts dependents vera@marea.example --move-to ines@marea.example")
final class DependentsCommand implements Runnable {
    @Mixin
    private Service service;

    @Parameters(paramLabel = "ACCOUNT", description = "Its id, or what it signs in with.")
    private String account;

    @Option(names = "--move-to", paramLabel = "ACCOUNT", description = "Move all of them to this account.")
    private @Nullable String other;

    @Mixin
    private Output output;

    @Override
    public void run() {
        CuentaClient client = service.client();
        String path = Accounts.path(client, account) + "/dependents";
        if (other != null) {
            String id = Accounts.id(client, other);
            JsonNode moved = client.post(path + "/moves", Map.of("account", id)).body();
            if (!output.printed(moved)) {
                output.writer().println("Moved " + moved.path("moved").asString() + ".");
                output.writer().flush();
            }
            return;
        }
        JsonNode dependents = client.get(path, Map.of()).body();
        if (!output.printed(dependents)) {
            Table table = new Table("SERVICE", "SORT", "KEY", "SINCE");
            dependents
                    .path("items")
                    .forEach(item -> table.row(
                            item.path("service").asString(),
                            item.path("sort").asString(),
                            item.path("key").asString(),
                            item.path("registered").asString().replaceFirst(":\\d\\d(\\.\\d+)?Z$", "Z")));
            output.print(table, "No record of a service depends on this account.");
        }
    }
}
