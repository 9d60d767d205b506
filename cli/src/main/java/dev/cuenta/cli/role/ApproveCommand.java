package dev.cuenta.cli.role;

import dev.cuenta.cli.Service;
import dev.cuenta.cli.connection.CuentaClient;
import dev.cuenta.wire.role.RoleGrant;
import java.util.Map;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Spec;

@Command(
        name = "approve",
        mixinStandardHelpOptions = true,
        description = {
            "Approve a role that somebody else gave, and that counts only then; one that counts within a tenant, in the one of --tenant.",
            "It takes what giving the role takes. To refuse, take the role."
        },
        footerHeading = "%nExample:%n",
        footer = "  cuenta roles approve signe.lund@marea.example treasurer")
final class ApproveCommand implements Runnable {
    @Spec
    private CommandSpec spec;

    @Mixin
    private Service service;

    @Mixin
    private Given given;

    @Override
    public void run() {
        CuentaClient client = service.client();
        RoleGrant grant = client.post(given.path(client) + "/approval", Map.of(), RoleGrant.class);
        spec.commandLine()
                .getOut()
                .println("Approved `" + grant.role() + "`: counts " + GiveCommand.counts(grant) + ", "
                        + Grants.when(grant) + ".");
    }
}
