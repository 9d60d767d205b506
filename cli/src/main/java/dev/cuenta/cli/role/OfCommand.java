package dev.cuenta.cli.role;

import dev.cuenta.cli.Service;
import dev.cuenta.cli.account.Accounts;
import dev.cuenta.cli.connection.CuentaClient;
import dev.cuenta.cli.output.Output;
import dev.cuenta.wire.role.RoleGrants;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Parameters;

@Command(
        name = "of",
        mixinStandardHelpOptions = true,
        description = "List the roles that an account was given; those to come and those that ended, too.",
        footerHeading = "%nExamples:%n",
        footer = {"  cuenta roles of", "  cuenta roles of tomas.rey@marea.example"})
final class OfCommand implements Runnable {
    @Mixin
    private Service service;

    @Parameters(
            arity = "0..1",
            paramLabel = "ACCOUNT",
            description = "Its id, or what it signs in with; your own if left out.")
    private @Nullable String account;

    @Mixin
    private Output output;

    @Override
    public void run() {
        CuentaClient client = service.client();
        String path = account == null ? "/v1/me/roles" : "/v1/accounts/" + Accounts.id(client, account) + "/roles";
        RoleGrants grants = client.get(path, Map.of(), RoleGrants.class);
        if (!output.printed(grants)) {
            output.print(new Grants(grants.names()).table(grants.items()), "The account was given no role.");
        }
    }
}
