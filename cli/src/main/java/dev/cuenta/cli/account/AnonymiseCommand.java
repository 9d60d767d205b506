package dev.cuenta.cli.account;

import dev.cuenta.cli.Service;
import dev.cuenta.client.CuentaClient;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Spec;

@Command(
        name = "anonymise",
        mixinStandardHelpOptions = true,
        description = {
            "Take out of an account what tells whose it is: fields that are not open, pictures, password, sessions, roles.",
            "What is left of a field is what its erase says."
        },
        footerHeading = "%nExample:%n",
        footer = "  cuenta accounts anonymise vera@marea.example")
final class AnonymiseCommand implements Callable<Integer> {
    @Spec
    private CommandSpec spec;

    @Mixin
    private Service service;

    @Mixin
    private ForGood account;

    @Override
    public Integer call() {
        CuentaClient client = service.client();
        Optional<ForGood.Chosen> chosen = account.agreed(client, "Anonymise");
        if (chosen.isEmpty()) {
            spec.commandLine().getErr().println("Nothing was changed. To anonymise without being asked: --yes");
            return 1;
        }
        client.post(chosen.get().path() + "/anonymisation", Map.of());
        spec.commandLine().getOut().println("Anonymised " + chosen.get().name() + ".");
        return 0;
    }
}
