package dev.cuenta.cli.invitation;

import dev.cuenta.cli.Service;
import dev.cuenta.cli.account.Asked;
import dev.cuenta.cli.connection.CuentaClient;
import dev.cuenta.cli.output.Output;
import dev.cuenta.wire.invitation.InvitationAccepted;
import dev.cuenta.wire.tenant.Tenant;
import java.util.Map;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;

@Command(
        name = "accept",
        mixinStandardHelpOptions = true,
        description = "Join the tenant that invited you. The invitation is asked for.",
        footerHeading = "%nExample:%n",
        footer = "  cuenta tenants accept")
public final class AcceptCommand implements Runnable {
    @Mixin
    private Service service;

    @Option(
            names = "--invitation-stdin",
            description = "Read the invitation from standard input instead of asking for it.")
    private boolean fromStandardInput;

    @Mixin
    private Output output;

    @Override
    public void run() {
        String invitation = Asked.secret("Invitation: ", "--invitation-stdin", fromStandardInput);
        CuentaClient client = service.client();
        InvitationAccepted joined =
                client.post("/v1/me/memberships", Map.of("invitation", invitation), InvitationAccepted.class);
        if (!output.printed(joined)) {
            output.writer()
                    .println("You belong to "
                            + client.get("/v1/tenants/" + joined.tenant(), Map.of(), Tenant.class)
                                    .name() + " now.");
            output.writer().flush();
        }
    }
}
