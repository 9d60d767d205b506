package dev.cuenta.cli.tenant;

import dev.cuenta.cli.Service;
import dev.cuenta.cli.connection.CuentaClient;
import java.util.Map;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Spec;

@Command(
        name = "restore",
        mixinStandardHelpOptions = true,
        description = {"Put an archived tenant back into the lists. It stays suspended."},
        footerHeading = "%nExample:%n",
        footer = {"  cuenta tenants restore 'South pontoon'"})
final class RestoreCommand implements Runnable {
    @Spec
    private CommandSpec spec;

    @Mixin
    private Service service;

    @Mixin
    private NamedTenant tenant;

    @Override
    public void run() {
        CuentaClient client = service.client();
        client.patch(tenant.path(client), Map.of("archived", false));
        spec.commandLine().getOut().println("Restored " + tenant + ". To let it go on: cuenta tenants resume");
    }
}
