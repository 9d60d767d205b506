package dev.cuenta.cli.tenant;

import dev.cuenta.cli.Service;
import dev.cuenta.cli.output.Output;
import dev.cuenta.wire.tenant.NewTenant;
import dev.cuenta.wire.tenant.TenantAdded;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Parameters;

@Command(
        name = "add",
        mixinStandardHelpOptions = true,
        description = "Make a tenant.",
        footerHeading = "%nExample:%n",
        footer = "  cuenta tenants add 'South pontoon'")
final class AddCommand implements Runnable {
    @Mixin
    private Service service;

    @Parameters(paramLabel = "NAME", description = "What the tenant is called.")
    private String name;

    @Mixin
    private Output output;

    @Override
    public void run() {
        TenantAdded made = service.client().post("/v1/tenants", new NewTenant(name), TenantAdded.class);
        if (!output.printed(made)) {
            output.writer().println("Made " + name + " with the id " + made.id() + ".");
            output.writer().flush();
        }
    }
}
