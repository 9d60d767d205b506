package dev.cuenta.cli.account;

import dev.cuenta.cli.Service;
import dev.cuenta.cli.connection.CuentaClient;
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
final class RemoveCommand implements Runnable {
    @Spec
    private CommandSpec spec;

    @Mixin
    private Service service;

    @Mixin
    private ForGood account;

    @Override
    public void run() {
        CuentaClient client = service.client();
        ForGood.Chosen chosen = account.agreed(client, "Remove");
        client.delete(chosen.path());
        spec.commandLine().getOut().println("Removed " + chosen.name() + ".");
    }
}
