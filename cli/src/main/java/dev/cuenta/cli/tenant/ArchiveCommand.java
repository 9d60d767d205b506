package dev.cuenta.cli.tenant;

import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;

@Command(
        name = "archive",
        mixinStandardHelpOptions = true,
        description = {"Archive a tenant: it is suspended, and lists leave it out. Nothing is deleted."},
        footerHeading = "%nExample:%n",
        footer = {"  cuenta tenants archive 'South pontoon'"})
final class ArchiveCommand implements Runnable {
    @Mixin
    private ChangedTenant tenant;

    @Override
    public void run() {
        tenant.set("archived", true, "Archived %s. To restore it: cuenta tenants restore");
    }
}
