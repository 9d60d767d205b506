package dev.cuenta.cli.tenant;

import dev.cuenta.cli.NamedTenant;
import dev.cuenta.cli.Service;
import dev.cuenta.cli.connection.CuentaClient;
import java.util.Map;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Spec;

/** The tenant of which a command changes one thing. */
final class ChangedTenant {
    @Spec(Spec.Target.MIXEE)
    private CommandSpec spec;

    @Mixin
    private Service service;

    @Mixin
    private NamedTenant tenant;

    /** @param said when it is done; with %s for the tenant, as it was named */
    void set(String what, Object value, String said) {
        CuentaClient client = service.client();
        client.patch(tenant.path(client), Map.of(what, value));
        spec.commandLine().getOut().println(said.formatted(tenant));
    }
}
