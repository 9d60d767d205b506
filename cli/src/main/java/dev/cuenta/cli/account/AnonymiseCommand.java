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

    @Parameters(paramLabel = "ACCOUNT", description = "Its id, or the email that it signs in with.")
    private String account;

    @Option(names = "--yes", description = "Do not ask.")
    private boolean yes;

    @Override
    public Integer call() {
        CuentaClient client = service.client();
        String path = Accounts.path(client, account);
        String name = client.get(path, Map.of()).body().path("displayName").asString();
        if (!yes && !Confirmation.given("Anonymise %s for good? Type yes: ", name)) {
            spec.commandLine().getErr().println("Nothing was changed. To anonymise without being asked: --yes");
            return 1;
        }
        client.post(path + "/anonymisation", Map.of());
        spec.commandLine().getOut().println("Anonymised " + name + ".");
        return 0;
    }
}
