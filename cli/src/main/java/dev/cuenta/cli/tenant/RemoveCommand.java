package dev.cuenta.cli.tenant;

import dev.cuenta.cli.Agreement;
import dev.cuenta.cli.NamedTenant;
import dev.cuenta.cli.Service;
import dev.cuenta.cli.connection.CuentaClient;
import dev.cuenta.wire.tenant.TenantRemoval;
import dev.cuenta.wire.tenant.TenantRemoved;
import java.util.Map;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Spec;

@Command(
        name = "remove",
        mixinStandardHelpOptions = true,
        description = {"Remove a suspended tenant with its memberships, its roles and its invitations. Accounts stay."},
        footerHeading = "%nExample:%n",
        footer = {"  cuenta tenants remove 'South pontoon'"})
final class RemoveCommand implements Runnable {
    @Spec
    private CommandSpec spec;

    @Mixin
    private Service service;

    @Mixin
    private NamedTenant tenant;

    @Mixin
    private Agreement agreement;

    @Override
    public void run() {
        CuentaClient client = service.client();
        String path = tenant.path(client);
        TenantRemoval removal = client.get(path + "/removal", Map.of(), TenantRemoval.class);
        agreement.require(() -> "Remove " + tenant + " for good, with " + removal.memberships() + " memberships, "
                + removal.roles() + " roles and " + removal.invitations() + " invitations? " + removal.accounts()
                + " accounts belong to no other tenant.");
        long ended = 0;
        TenantRemoved removed;
        do {
            removed = client.delete(path, TenantRemoved.class);
            ended += removed.memberships();
            if (!removed.done()) {
                spec.commandLine().getErr().println(ended + " of " + removal.memberships() + " memberships ended.");
            }
        } while (!removed.done());
        spec.commandLine().getOut().println("Removed " + tenant + ", with " + ended + " memberships.");
    }
}
