package dev.cuenta.cli.tenant;

import dev.cuenta.cli.Service;
import dev.cuenta.cli.connection.CuentaClient;
import java.util.Map;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Spec;

@Command(
        name = "archive",
        mixinStandardHelpOptions = true,
        description = {"Archive a tenant: it is suspended, and lists leave it out. Nothing is deleted."},
        footerHeading = "%nExample:%n",
        footer = {"  cuenta tenants archive 'South pontoon'"})
final class ArchiveCommand implements Runnable {
    @Spec
    private CommandSpec spec;

    @Mixin
    private Service service;

    @Mixin
    private NamedTenant tenant;

    @Override
    public void run() {
        CuentaClient client = service.client();
        client.patch(tenant.path(client), Map.of("archived", true));
        spec.commandLine().getOut().println("Archived " + tenant + ". To restore it: cuenta tenants restore");
    }
}
