package dev.cuenta.cli.role;

import dev.cuenta.cli.account.Accounts;
import dev.cuenta.cli.connection.CuentaClient;
import picocli.CommandLine.Parameters;

/** A role of an account, as commands name it. */
final class Given {
    @Parameters(index = "0", paramLabel = "ACCOUNT", description = "Its id, or what it signs in with.")
    private String account;

    @Parameters(index = "1", paramLabel = "ROLE", description = "By its name.")
    private String role;

    String path(CuentaClient client) {
        return "/v1/accounts/" + Accounts.id(client, account) + "/roles/" + role;
    }

    String account() {
        return account;
    }

    String role() {
        return role;
    }
}
