package dev.cuenta.cli.tenant;

import dev.cuenta.cli.Service;
import dev.cuenta.cli.connection.CuentaClient;
import java.util.Map;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Spec;

@Command(
        name = "resume",
        mixinStandardHelpOptions = true,
        description = {"Let a suspended tenant go on: memberships and roles there count again."},
        footerHeading = "%nExample:%n",
        footer = {"  cuenta tenants resume 'South pontoon'"})
final class ResumeCommand implements Runnable {
    @Spec
    private CommandSpec spec;

    @Mixin
    private Service service;

    @Mixin
    private NamedTenant tenant;

    @Override
    public void run() {
        CuentaClient client = service.client();
        client.patch(tenant.path(client), Map.of("suspended", false));
        spec.commandLine().getOut().println(tenant + " goes on.");
    }
}
