package dev.cuenta.cli.account;

import dev.cuenta.cli.Service;
import dev.cuenta.cli.connection.Answer;
import dev.cuenta.cli.connection.CuentaClient;
import dev.cuenta.cli.output.Output;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

@Command(
        name = "add",
        mixinStandardHelpOptions = true,
        description = "Create an account for somebody.",
        footerHeading = "%nExample:%n",
        footer =
                "  cuenta accounts add kind=contractor email=vera@marea.example person.givenName=Vera person.familyName=Lindt")
final class AddCommand implements Runnable {
    @Mixin
    private Service service;

    @Parameters(paramLabel = "FIELD=VALUE", description = "The account's values; also kind=, roles= and tenants=.")
    private List<String> assignments = new ArrayList<>();

    @Option(names = "--password", description = "Ask for a password for the account.")
    private boolean password;

    @Option(names = "--password-stdin", description = "Read the account's password from standard input.")
    private boolean passwordFromStandardInput;

    @Mixin
    private Output output;

    @Override
    public void run() {
        CuentaClient client = service.client();
        Map<String, Object> body = Form.of(client).body(assignments);
        if (password || passwordFromStandardInput) {
            body.put("password", NewPassword.askTwice(passwordFromStandardInput));
        }
        Answer made = client.post("/v1/accounts", body);
        if (!output.printed(made.body())) {
            Accounts.print(made, output.writer());
        }
    }
}
