package dev.cuenta.cli.role;

import dev.cuenta.cli.Service;
import dev.cuenta.cli.connection.CuentaClient;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Spec;

@Command(
        name = "take",
        mixinStandardHelpOptions = true,
        description = "Take a role, from the next request on; one that counts within a tenant, in the one of --tenant.",
        footerHeading = "%nExample:%n",
        footer = "  cuenta roles take signe.lund@marea.example administrator --reason 'Olga is back'")
final class TakeCommand implements Runnable {
    @Spec
    private CommandSpec spec;

    @Mixin
    private Service service;

    @Mixin
    private Given given;

    @Option(names = "--reason", paramLabel = "TEXT", description = "For people; it stands in activity.")
    private @Nullable String reason;

    @Override
    public void run() {
        CuentaClient client = service.client();
        client.delete(given.path(client), reason == null ? Map.of() : Map.of("reason", reason));
        spec.commandLine().getOut().println("Took `" + given.role() + "`.");
    }
}
