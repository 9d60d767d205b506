package dev.cuenta.cli.tenant;

import dev.cuenta.cli.Service;
import java.util.Map;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Parameters;
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

    @Parameters(index = "0", paramLabel = "TENANT", description = "The tenant's id, as cuenta tenants list shows it.")
    private String tenant;

    @Parameters(index = "1", paramLabel = "ACCOUNT", description = "The account's id.")
    private String account;

    @Override
    public void run() {
        String path = "/v1/tenants/" + tenant + "/members/" + account;
        service.client().put(path, Map.of());
        spec.commandLine().getOut().println("Belongs to the tenant now.");
    }
}
