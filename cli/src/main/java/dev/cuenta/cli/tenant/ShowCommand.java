package dev.cuenta.cli.tenant;

import dev.cuenta.cli.NamedTenant;
import dev.cuenta.cli.Service;
import dev.cuenta.cli.account.Accounts;
import dev.cuenta.cli.connection.CuentaClient;
import dev.cuenta.cli.output.Output;
import dev.cuenta.wire.tenant.Tenant;
import java.util.Map;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;

@Command(
        name = "show",
        mixinStandardHelpOptions = true,
        description = "Show one tenant, and what the model lets tenants have.",
        footerHeading = "%nExample:%n",
        footer = "  cuenta tenants show 'Punta Clara'")
final class ShowCommand implements Runnable {
    @Mixin
    private Service service;

    @Mixin
    private NamedTenant tenant;

    @Mixin
    private Output output;

    @Override
    public void run() {
        CuentaClient client = service.client();
        print(client.get(tenant.path(client), Map.of(), Tenant.class), output);
    }

    static void print(Tenant shown, Output output) {
        if (!output.printed(shown)) {
            Accounts.print(CuentaClient.json().valueToTree(shown), output.writer());
        }
    }
}
