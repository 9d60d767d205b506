package dev.cuenta.cli.tenant;

import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;

@Command(
        name = "suspend",
        mixinStandardHelpOptions = true,
        description = {
            "Suspend a tenant: from the next request on, memberships and roles there do not count. Nothing is deleted."
        },
        footerHeading = "%nExample:%n",
        footer = {"  cuenta tenants suspend 'South pontoon'"})
final class SuspendCommand implements Runnable {
    @Mixin
    private ChangedTenant tenant;

    @Override
    public void run() {
        tenant.set("suspended", true, "Suspended %s. To let it go on: cuenta tenants resume");
    }
}
