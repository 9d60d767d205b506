package dev.cuenta.cli.tenant;

import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;

@Command(
        name = "demand",
        mixinStandardHelpOptions = true,
        description = "Require a second factor for memberships and roles of a tenant to count.",
        footerHeading = "%nExample:%n",
        footer = "  cuenta tenants demand 'South pontoon' --second-factor")
final class DemandCommand implements Runnable {
    @Mixin
    private ChangedTenant tenant;

    @Option(
            names = "--second-factor",
            negatable = true,
            required = true,
            description = "Whether it is demanded; --no-second-factor demands it no longer.")
    private boolean secondFactor;

    @Override
    public void run() {
        tenant.set(
                "secondFactor",
                secondFactor,
                secondFactor
                        ? "Memberships there count only with a second factor from now on."
                        : "Memberships there count without a second factor.");
    }
}
