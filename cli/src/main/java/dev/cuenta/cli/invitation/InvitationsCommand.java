package dev.cuenta.cli.invitation;

import dev.cuenta.cli.NamedTenant;
import dev.cuenta.cli.Service;
import dev.cuenta.cli.connection.CuentaClient;
import dev.cuenta.cli.output.Moments;
import dev.cuenta.cli.output.Output;
import dev.cuenta.cli.output.Table;
import dev.cuenta.wire.invitation.Invitation;
import java.util.List;
import java.util.Map;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;

@Command(
        name = "invitations",
        mixinStandardHelpOptions = true,
        description = {"List the open invitations of a tenant."},
        footerHeading = "%nExample:%n",
        footer = {"  cuenta tenants invitations 'South pontoon'"})
public final class InvitationsCommand implements Runnable {
    @Mixin
    private Service service;

    @Mixin
    private NamedTenant tenant;

    @Mixin
    private Output output;

    @Override
    public void run() {
        CuentaClient client = service.client();
        List<Invitation> invitations = client.items(tenant.path(client) + "/invitations", Map.of(), Invitation.class);
        if (output.printed(invitations)) {
            return;
        }
        Table table = new Table("ID", "FOR", "ROLES", "UNTIL", "MAIL");
        invitations.forEach(invitation -> table.row(
                invitation.id(),
                invitation.address() == null ? "whoever has it" : invitation.address(),
                String.join(", ", invitation.roles()),
                Moments.second(invitation.expires()),
                invitation.mail() == null ? "" : invitation.mail()));
        output.print(table, "No invitation is open.");
    }
}
