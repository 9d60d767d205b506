package dev.cuenta.cli.account;

import dev.cuenta.cli.Service;
import dev.cuenta.client.CuentaClient;
import java.util.Map;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

@Command(
        name = "remove",
        mixinStandardHelpOptions = true,
        description = "Remove an account with its profiles, sessions, roles and memberships.",
        footerHeading = "%nExample:%n",
        footer = "  cuenta accounts remove vera@marea.example")
final class RemoveCommand implements Callable<Integer> {
    @Spec
    private CommandSpec spec;

    @Mixin
    private Service service;

    @Parameters(paramLabel = "ACCOUNT", description = "Its id, or the email that it signs in with.")
    private String account;

    @Option(names = "--yes", description = "Do not ask.")
    private boolean yes;

    @Override
    public Integer call() {
        CuentaClient client = service.client();
        String path = Accounts.path(client, account);
        String name = client.get(path, Map.of()).body().path("displayName").asString();
        if (!yes && !Confirmation.given("Remove %s for good? Type yes: ", name)) {
            spec.commandLine().getErr().println("Nothing was removed. To remove without being asked: --yes");
            return 1;
        }
        client.delete(path);
        spec.commandLine().getOut().println("Removed " + name + ".");
        return 0;
    }
}
