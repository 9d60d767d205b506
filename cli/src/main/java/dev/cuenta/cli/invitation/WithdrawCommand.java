package dev.cuenta.cli.invitation;

import dev.cuenta.cli.Service;
import dev.cuenta.cli.connection.CuentaClient;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Spec;

@Command(
        name = "withdraw",
        mixinStandardHelpOptions = true,
        description = {"Take an invitation back."},
        footerHeading = "%nExample:%n",
        footer = {"  cuenta tenants withdraw 'South pontoon' 019a0000-0000-7000-8000-000000000001"})
public final class WithdrawCommand implements Runnable {
    @Spec
    private CommandSpec spec;

    @Mixin
    private Service service;

    @Mixin
    private NamedInvitation invitation;

    @Override
    public void run() {
        CuentaClient client = service.client();
        client.delete(invitation.path(client));
        spec.commandLine().getOut().println("Withdrew the invitation.");
    }
}
