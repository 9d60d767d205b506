package dev.cuenta.cli.role;

import dev.cuenta.cli.Service;
import dev.cuenta.cli.output.Output;
import dev.cuenta.wire.role.RoleGrants;
import java.util.Map;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;

@Command(
        name = "waiting",
        mixinStandardHelpOptions = true,
        description = "List the roles that were given and wait for the approval of a second person.",
        footerHeading = "%nExample:%n",
        footer = "  cuenta roles waiting")
final class WaitingCommand implements Runnable {
    @Mixin
    private Service service;

    @Mixin
    private Output output;

    @Override
    public void run() {
        RoleGrants grants = service.client().get("/v1/approvals", Map.of(), RoleGrants.class);
        if (!output.printed(grants)) {
            output.print(new Grants(grants.names()).table(grants.items()), "No role waits for approval.");
        }
    }
}
