package dev.cuenta.cli.account;

import dev.cuenta.cli.Agreement;
import dev.cuenta.cli.connection.CuentaClient;
import java.util.Map;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Parameters;

/** An account with which something is done that cannot be undone, once whoever is at the terminal agrees. */
final class ForGood {
    /** The account's address, and what it is called. */
    record Chosen(String path, String name) {}

    @Parameters(paramLabel = "ACCOUNT", description = "Its id, or what it signs in with.")
    private String account;

    @Mixin
    private Agreement agreement;

    Chosen agreed(CuentaClient client, String verb) {
        String path = Accounts.path(client, account);
        String name = client.get(path, Map.of()).body().path("displayName").asString();
        agreement.require(() -> verb + " " + name + " for good?");
        return new Chosen(path, name);
    }
}
