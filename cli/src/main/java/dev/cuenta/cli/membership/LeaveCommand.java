package dev.cuenta.cli.membership;

import dev.cuenta.cli.Service;
import dev.cuenta.cli.connection.CuentaClient;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Spec;

@Command(
        name = "leave",
        mixinStandardHelpOptions = true,
        description = "End a membership, and the roles that counted in that tenant.",
        footerHeading = "%nExample:%n",
        footer = "  cuenta tenants leave 'South pontoon' tomas@marea.example")
public final class LeaveCommand implements Runnable {
    @Spec
    private CommandSpec spec;

    @Mixin
    private Service service;

    @Mixin
    private Membership membership;

    @Override
    public void run() {
        CuentaClient client = service.client();
        client.delete(membership.path(client));
        spec.commandLine().getOut().println("No longer belongs to the tenant.");
    }
}
