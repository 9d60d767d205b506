package dev.cuenta.cli.tenant;

import dev.cuenta.cli.Service;
import java.util.Map;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Spec;

@Command(
        name = "join",
        mixinStandardHelpOptions = true,
        description = "Make an account a member of a tenant.",
        footerHeading = "%nExample:%n",
        footer = "  cuenta tenants join 01990000-0000-7000-8000-000000000000 01990000-0000-7000-8000-000000000001")
final class JoinCommand implements Runnable {
    @Spec
    private CommandSpec spec;

    @Mixin
    private Service service;

    @Mixin
    private Membership membership;

    @Override
    public void run() {
        service.client().put(membership.path(), Map.of());
        spec.commandLine().getOut().println("Belongs to the tenant now.");
    }
}
