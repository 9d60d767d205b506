package dev.cuenta.cli.invitation;

import dev.cuenta.cli.NamedTenant;
import dev.cuenta.cli.connection.CuentaClient;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Parameters;

/** An open invitation of a tenant. */
final class NamedInvitation {
    @Mixin
    private NamedTenant tenant;

    @Parameters(index = "1", paramLabel = "INVITATION", description = "Its id: cuenta tenants invitations.")
    private String id;

    String path(CuentaClient client) {
        return tenant.path(client) + "/invitations/" + id;
    }
}
