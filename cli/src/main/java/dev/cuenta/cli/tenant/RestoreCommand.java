package dev.cuenta.cli.tenant;

import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;

@Command(
        name = "restore",
        mixinStandardHelpOptions = true,
        description = {"Put an archived tenant back into the lists. It stays suspended."},
        footerHeading = "%nExample:%n",
        footer = {"  cuenta tenants restore 'South pontoon'"})
final class RestoreCommand implements Runnable {
    @Mixin
    private ChangedTenant tenant;

    @Override
    public void run() {
        tenant.set("archived", false, "Restored %s. To let it go on: cuenta tenants resume");
    }
}
