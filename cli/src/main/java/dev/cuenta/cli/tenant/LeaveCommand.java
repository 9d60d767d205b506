package dev.cuenta.cli.tenant;

import dev.cuenta.cli.Service;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Spec;

@Command(
        name = "leave",
        mixinStandardHelpOptions = true,
        description = "End a membership, and the roles that counted in that tenant.",
        footerHeading = "%nExample:%n",
        footer = "  cuenta tenants leave 01990000-0000-7000-8000-000000000000 01990000-0000-7000-8000-000000000001")
final class LeaveCommand implements Runnable {
    @Spec
    private CommandSpec spec;

    @Mixin
    private Service service;

    @Mixin
    private Membership membership;

    @Override
    public void run() {
        service.client().delete(membership.path());
        spec.commandLine().getOut().println("Belongs to the tenant no more.");
    }
}
