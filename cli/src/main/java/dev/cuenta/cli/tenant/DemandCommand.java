package dev.cuenta.cli.tenant;

import dev.cuenta.cli.Service;
import java.util.Map;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

@Command(
        name = "demand",
        mixinStandardHelpOptions = true,
        description =
                "Let memberships and roles of a tenant count only in sessions that were opened with a second factor.",
        footerHeading = "%nExample:%n",
        footer = "  cuenta tenants demand 01990000-0000-7000-8000-000000000000 --second-factor")
final class DemandCommand implements Runnable {
    @Spec
    private CommandSpec spec;

    @Mixin
    private Service service;

    @Parameters(paramLabel = "TENANT", description = "The tenant's id, as cuenta tenants list shows it.")
    private String tenant;

    @Option(
            names = "--second-factor",
            negatable = true,
            required = true,
            description = "Whether it is demanded; --no-second-factor demands it no longer.")
    private boolean secondFactor;

    @Override
    public void run() {
        service.client().patch("/v1/tenants/" + tenant, Map.of("secondFactor", secondFactor), null);
        spec.commandLine()
                .getOut()
                .println(
                        secondFactor
                                ? "Memberships there count only with a second factor from now on."
                                : "Memberships there count without a second factor.");
    }
}
