package dev.cuenta.cli.account;

import dev.cuenta.cli.Terminal;
import dev.cuenta.client.CuentaClient;
import java.util.Map;
import java.util.Optional;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** An account with which something is done that cannot be undone, once whoever is at the terminal agrees. */
final class ForGood {
    /** The account's address, and what it is called. */
    record Chosen(String path, String name) {}

    @Parameters(paramLabel = "ACCOUNT", description = "Its id, or the email that it signs in with.")
    private String account;

    @Option(names = "--yes", description = "Do not ask.")
    private boolean yes;

    /** Empty when nobody agreed. */
    Optional<Chosen> agreed(CuentaClient client, String verb) {
        String path = Accounts.path(client, account);
        String name = client.get(path, Map.of()).body().path("displayName").asString();
        boolean agreed = yes
                || Terminal.present()
                        .map(console -> console.readLine("%s %s for good? Type yes: ", verb, name))
                        .filter("yes"::equals)
                        .isPresent();
        return agreed ? Optional.of(new Chosen(path, name)) : Optional.empty();
    }
}
