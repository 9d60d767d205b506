package dev.cuenta.cli.session;

import dev.cuenta.cli.account.Accounts;
import dev.cuenta.cli.connection.CuentaClient;
import picocli.CommandLine.Option;

/** The account whose sessions are meant. */
final class Whose {
    @Option(
            names = "--account",
            paramLabel = "ACCOUNT",
            description = "Somebody else's: its id, or what it signs in with. Your own if left out.")
    private String account;

    String path(CuentaClient client) {
        return (account == null ? "/v1/me" : Accounts.path(client, account)) + "/sessions";
    }
}
