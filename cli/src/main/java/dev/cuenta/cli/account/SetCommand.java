package dev.cuenta.cli.account;

import dev.cuenta.cli.Service;
import dev.cuenta.cli.output.Output;
import dev.cuenta.client.Answer;
import dev.cuenta.client.CuentaClient;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Parameters;

@Command(
        name = "set",
        mixinStandardHelpOptions = true,
        description = "Change values of an account. An empty value takes the value away.",
        footerHeading = "%nExamples:%n",
        footer = {
            "  cuenta accounts set tomas@marea.example theme=night person.website=",
            "  cuenta accounts set tomas@marea.example roles=boater,administrator"
        })
final class SetCommand implements Runnable {
    @Mixin
    private Service service;

    @Parameters(index = "0", paramLabel = "ACCOUNT", description = "Its id, or the email that it signs in with.")
    private String account;

    @Parameters(index = "1..*", arity = "1..*", paramLabel = "FIELD=VALUE", description = "The new values.")
    private List<String> assignments = new ArrayList<>();

    @Mixin
    private Output output;

    @Override
    public void run() {
        CuentaClient client = service.client();
        String path = Accounts.path(client, account);
        Map<String, Object> patch = Form.of(client).body(assignments);
        Answer before = client.get(path, Map.of());
        Answer after = client.patch(path, patch, before.etag().orElse(null));
        if (!output.printedAsJson(after.body())) {
            Accounts.print(after, output.writer());
        }
    }
}
