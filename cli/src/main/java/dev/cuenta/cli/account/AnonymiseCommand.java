package dev.cuenta.cli.account;

import dev.cuenta.cli.Service;
import dev.cuenta.cli.connection.CuentaClient;
import java.util.Map;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Spec;

@Command(
        name = "anonymise",
        mixinStandardHelpOptions = true,
        description = {
            "Remove from an account what identifies its owner: fields that are not open, pictures, password, sessions, roles.",
            "A field keeps only what its `erase` says."
        },
        footerHeading = "%nExample:%n",
        footer = "  cuenta accounts anonymise vera@marea.example")
final class AnonymiseCommand implements Runnable {
    @Spec
    private CommandSpec spec;

    @Mixin
    private Service service;

    @Mixin
    private ForGood account;

    @Override
    public void run() {
        CuentaClient client = service.client();
        ForGood.Chosen chosen = account.agreed(client, "Anonymise");
        client.post(chosen.path() + "/anonymisation", Map.of());
        spec.commandLine().getOut().println("Anonymised " + chosen.name() + ".");
    }
}
