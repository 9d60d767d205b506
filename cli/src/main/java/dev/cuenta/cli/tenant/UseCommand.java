package dev.cuenta.cli.tenant;

import dev.cuenta.cli.Service;
import dev.cuenta.cli.TenantNames;
import dev.cuenta.cli.connection.CuentaClient;
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
            "Choose the tenant that your session works in; without one, none in particular.",
            "Takes a model whose tenants.currentFrom has session; otherwise use --tenant with each command."
        },
        footerHeading = "%nExamples:%n",
        footer = {"  cuenta tenants use 'South pontoon'", "  cuenta tenants use '*'"})
final class UseCommand implements Runnable {
    @Spec
    private CommandSpec spec;

    @Mixin
    private Service service;

    @Parameters(
            paramLabel = "TENANT",
            arity = "0..1",
            description = "Its id, its name or its subdomain; or '*' for all tenants at once.")
    private String tenant;

    @Override
    public void run() {
        CuentaClient client = service.client();
        client.put(
                "/v1/sessions/current/tenant",
                tenant == null ? Map.of() : Map.of("tenant", TenantNames.idOrAll(client, tenant)));
        spec.commandLine()
                .getOut()
                .println("Your session now works in "
                        + (tenant == null
                                ? "no particular tenant."
                                : tenant.equals(TenantNames.ALL) ? "all tenants at once." : "this tenant."));
    }
}
