package dev.cuenta.cli.account;

import dev.cuenta.cli.Service;
import dev.cuenta.cli.connection.CuentaClient;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

/** Makes the account that makes all others; only while there is no administrator. */
@Command(
        name = "first-administrator",
        mixinStandardHelpOptions = true,
        description = "Create the first administrator. Needs the installation key, and works only while there is none.",
        footerHeading = "%nExample:%n",
        footer =
                "  cuenta first-administrator kind=contractor email=operator@marea.example person.givenName=Olga person.familyName=Paz")
public final class FirstAdministratorCommand implements Runnable {
    @Spec
    private CommandSpec spec;

    @Mixin
    private Service service;

    @Parameters(arity = "1..*", paramLabel = "FIELD=VALUE", description = "The account's values; also kind=.")
    private List<String> assignments = new ArrayList<>();

    @Option(names = "--password-stdin", description = "Read the password from standard input instead of asking for it.")
    private boolean passwordFromStandardInput;

    @Override
    public void run() {
        CuentaClient client = service.client();
        Map<String, Object> body = Form.of(client).body(assignments);
        body.put("password", NewPassword.askTwice(passwordFromStandardInput));
        Accounts.print(
                client.post("/v1/first-administrator", body), spec.commandLine().getOut());
    }
}
