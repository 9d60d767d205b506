package dev.cuenta.cli.tenant;

import dev.cuenta.cli.Service;
import java.util.Map;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

@Command(
        name = "use",
        mixinStandardHelpOptions = true,
        description = {
            "Say which tenant your session is about from now on; without one, none in particular.",
            "Takes a model whose tenants.currentFrom has session; otherwise use --tenant with each command."
        },
        footerHeading = "%nExample:%n",
        footer = "  cuenta tenants use 01990000-0000-7000-8000-000000000000")
final class UseCommand implements Runnable {
    @Spec
    private CommandSpec spec;

    @Mixin
    private Service service;

    @Parameters(
            paramLabel = "TENANT",
            arity = "0..1",
            description = "The tenant's id, as cuenta tenants list shows it.")
    private String tenant;

    @Override
    public void run() {
        service.client().put("/v1/sessions/current/tenant", tenant == null ? Map.of() : Map.of("tenant", tenant));
        spec.commandLine()
                .getOut()
                .println(
                        tenant == null
                                ? "Your session is about no tenant in particular."
                                : "Your session is about this tenant from now on.");
    }
}
