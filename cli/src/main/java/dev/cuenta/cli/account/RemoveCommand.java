package dev.cuenta.cli.account;

import dev.cuenta.cli.Service;
import dev.cuenta.client.CuentaClient;
import java.util.Optional;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
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

    @Mixin
    private ForGood account;

    @Override
    public Integer call() {
        CuentaClient client = service.client();
        Optional<ForGood.Chosen> chosen = account.agreed(client, "Remove");
        if (chosen.isEmpty()) {
            spec.commandLine().getErr().println("Nothing was removed. To remove without being asked: --yes");
            return 1;
        }
        client.delete(chosen.get().path());
        spec.commandLine().getOut().println("Removed " + chosen.get().name() + ".");
        return 0;
    }
}
