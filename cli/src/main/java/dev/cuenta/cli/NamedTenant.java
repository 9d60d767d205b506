package dev.cuenta.cli;

import dev.cuenta.cli.connection.CuentaClient;
import picocli.CommandLine.Parameters;

/** The tenant that a command is about. */
public final class NamedTenant {
    @Parameters(index = "0", paramLabel = "TENANT", description = "Its id, its name or its subdomain.")
    private String name;

    public String path(CuentaClient client) {
        return path(id(client));
    }

    public static String path(String id) {
        return "/v1/tenants/" + id;
    }

    public String id(CuentaClient client) {
        return TenantNames.id(client, name);
    }

    /** As it was named. */
    @Override
    public String toString() {
        return name;
    }
}
