package dev.cuenta.cli.tenant;

import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;

@Command(
        name = "resume",
        mixinStandardHelpOptions = true,
        description = {"Let a suspended tenant go on: memberships and roles there count again."},
        footerHeading = "%nExample:%n",
        footer = {"  cuenta tenants resume 'South pontoon'"})
final class ResumeCommand implements Runnable {
    @Mixin
    private ChangedTenant tenant;

    @Override
    public void run() {
        tenant.set("suspended", false, "%s goes on.");
    }
}
