package dev.cuenta.cli.tenant;

import dev.cuenta.cli.Service;
import dev.cuenta.cli.connection.CuentaClient;
import java.util.Map;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Spec;

@Command(
        name = "demand",
        mixinStandardHelpOptions = true,
        description = "Require a second factor for memberships and roles of a tenant to count.",
        footerHeading = "%nExample:%n",
        footer = "  cuenta tenants demand 'South pontoon' --second-factor")
final class DemandCommand implements Runnable {
    @Spec
    private CommandSpec spec;

    @Mixin
    private Service service;

    @Mixin
    private NamedTenant tenant;

    @Option(
            names = "--second-factor",
            negatable = true,
            required = true,
            description = "Whether it is demanded; --no-second-factor demands it no longer.")
    private boolean secondFactor;

    @Override
    public void run() {
        CuentaClient client = service.client();
        client.patch(tenant.path(client), Map.of("secondFactor", secondFactor));
        spec.commandLine()
                .getOut()
                .println(
                        secondFactor
                                ? "Memberships there count only with a second factor from now on."
                                : "Memberships there count without a second factor.");
    }
}
