package dev.cuenta.cli.account;

import dev.cuenta.cli.Service;
import dev.cuenta.cli.output.Output;
import dev.cuenta.client.Answer;
import dev.cuenta.client.CuentaClient;
import java.util.List;
import java.util.Map;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

@Command(
        name = "show",
        mixinStandardHelpOptions = true,
        description = "Show one account.",
        footerHeading = "%nExamples:%n",
        footer = {
            "  cuenta accounts show tomas@marea.example",
            "  cuenta accounts show tomas@marea.example --fields person.bornOn"
        })
final class ShowCommand implements Runnable {
    @Mixin
    private Service service;

    @Parameters(paramLabel = "ACCOUNT", description = "Its id, or the email that it signs in with.")
    private String account;

    @Option(
            names = "--fields",
            paramLabel = "FIELDS",
            split = ",",
            description = "Only these fields; also those shown on request only.")
    private List<String> fields = List.of();

    @Mixin
    private Output output;

    @Override
    public void run() {
        CuentaClient client = service.client();
        Map<String, String> query = fields.isEmpty() ? Map.of() : Map.of("fields", String.join(",", fields));
        Answer answer = client.get(Accounts.path(client, account), query);
        if (!output.printedAsJson(answer.body())) {
            Accounts.print(answer, output.writer());
        }
    }
}
