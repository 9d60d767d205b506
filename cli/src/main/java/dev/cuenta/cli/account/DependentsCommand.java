package dev.cuenta.cli.account;

import dev.cuenta.cli.Service;
import dev.cuenta.cli.connection.CuentaClient;
import dev.cuenta.cli.output.Moments;
import dev.cuenta.cli.output.Output;
import dev.cuenta.cli.output.Table;
import dev.cuenta.wire.Items;
import dev.cuenta.wire.account.Dependent;
import dev.cuenta.wire.account.DependentsMove;
import dev.cuenta.wire.account.DependentsMoved;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

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
            DependentsMoved moved = client.post(path + "/moves", new DependentsMove(id), DependentsMoved.class);
            if (!output.printed(moved)) {
                output.writer().println("Moved " + moved.moved() + ".");
                output.writer().flush();
            }
            return;
        }
        List<Dependent> dependents = client.items(path, Map.of(), Dependent.class);
        if (!output.printed(new Items<>(dependents))) {
            Table table = new Table("SERVICE", "SORT", "KEY", "SINCE");
            dependents.forEach(
                    item -> table.row(item.service(), item.sort(), item.key(), Moments.minute(item.registered())));
            output.print(table, "No record of a service depends on this account.");
        }
    }
}
