package dev.cuenta.cli.membership;

import dev.cuenta.cli.TenantNames;
import dev.cuenta.cli.account.Accounts;
import dev.cuenta.cli.connection.CuentaClient;
import picocli.CommandLine.Parameters;

/** An account in a tenant. */
final class Membership {
    @Parameters(index = "0", paramLabel = "TENANT", description = "Its id, its name or its subdomain.")
    private String tenant;

    @Parameters(index = "1", paramLabel = "ACCOUNT", description = "Its id, or what it signs in with.")
    private String account;

    String path(CuentaClient client) {
        return "/v1/tenants/" + TenantNames.id(client, tenant) + "/members/" + Accounts.id(client, account);
    }
}
