package dev.cuenta.cli.membership;

import dev.cuenta.cli.Service;
import dev.cuenta.cli.connection.CuentaClient;
import java.util.Map;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Spec;

@Command(
        name = "join",
        mixinStandardHelpOptions = true,
        description = "Make an account a member of a tenant.",
        footerHeading = "%nExample:%n",
        footer = "  cuenta tenants join 'South pontoon' tomas@marea.example")
public final class JoinCommand implements Runnable {
    @Spec
    private CommandSpec spec;

    @Mixin
    private Service service;

    @Mixin
    private Membership membership;

    @Override
    public void run() {
        CuentaClient client = service.client();
        client.put(membership.path(client), Map.of());
        spec.commandLine().getOut().println("Now belongs to the tenant.");
    }
}
