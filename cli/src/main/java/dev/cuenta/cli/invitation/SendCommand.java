package dev.cuenta.cli.invitation;

import dev.cuenta.cli.Service;
import dev.cuenta.cli.connection.CuentaClient;
import java.util.Map;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Spec;

@Command(
        name = "send",
        mixinStandardHelpOptions = true,
        description = {
            "Send an invitation to its address, or send it again. A link that was sent before is good for nothing then."
        },
        footerHeading = "%nExample:%n",
        footer = {"  cuenta tenants send 'South pontoon' 019a0000-0000-7000-8000-000000000001"})
public final class SendCommand implements Runnable {
    @Spec
    private CommandSpec spec;

    @Mixin
    private Service service;

    @Mixin
    private NamedInvitation invitation;

    @Override
    public void run() {
        CuentaClient client = service.client();
        client.post(invitation.path(client) + "/mail", Map.of());
        spec.commandLine().getOut().println("The invitation is on its way.");
    }
}
