package dev.cuenta.cli.tenant;

import dev.cuenta.cli.Service;
import dev.cuenta.cli.connection.CuentaClient;
import java.util.Map;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Spec;

@Command(
        name = "suspend",
        mixinStandardHelpOptions = true,
        description = {
            "Suspend a tenant: from the next request on, memberships and roles there do not count. Nothing is deleted."
        },
        footerHeading = "%nExample:%n",
        footer = {"  cuenta tenants suspend 'South pontoon'"})
final class SuspendCommand implements Runnable {
    @Spec
    private CommandSpec spec;

    @Mixin
    private Service service;

    @Mixin
    private NamedTenant tenant;

    @Override
    public void run() {
        CuentaClient client = service.client();
        client.patch(tenant.path(client), Map.of("suspended", true));
        spec.commandLine().getOut().println("Suspended " + tenant + ". To let it go on: cuenta tenants resume");
    }
}
