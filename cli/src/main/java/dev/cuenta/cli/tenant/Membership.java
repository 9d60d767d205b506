package dev.cuenta.cli.tenant;

import picocli.CommandLine.Parameters;

/** An account in a tenant. */
final class Membership {
    @Parameters(index = "0", paramLabel = "TENANT", description = "The tenant's id, as cuenta tenants list shows it.")
    private String tenant;

    @Parameters(index = "1", paramLabel = "ACCOUNT", description = "The account's id.")
    private String account;

    String path() {
        return "/v1/tenants/" + tenant + "/members/" + account;
    }
}
