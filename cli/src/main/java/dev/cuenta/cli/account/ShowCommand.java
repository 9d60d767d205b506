package dev.cuenta.cli.account;

import dev.cuenta.cli.Service;
import dev.cuenta.cli.connection.Answer;
import dev.cuenta.cli.connection.CuentaClient;
import dev.cuenta.cli.output.Output;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
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
            "  cuenta accounts show tomas@marea.example --fields person.bornOn",
            "  cuenta accounts show tomas@marea.example --as service:billing"
        })
final class ShowCommand implements Runnable {
    @Mixin
    private Service service;

    @Parameters(paramLabel = "ACCOUNT", description = "Its id, or what it signs in with.")
    private String account;

    @Option(
            names = "--fields",
            paramLabel = "FIELDS",
            split = ",",
            description = "Only these fields; also those shown on request only.")
    private List<String> fields = List.of();

    @Option(
            names = "--as",
            paramLabel = "PARTY",
            description = "As this party gets it: owner, member, a role, or service:NAME. For administrators.")
    private @Nullable String as;

    @Mixin
    private Output output;

    @Override
    public void run() {
        CuentaClient client = service.client();
        Map<String, String> query = new LinkedHashMap<>();
        if (!fields.isEmpty()) {
            query.put("fields", String.join(",", fields));
        }
        if (as != null) {
            query.put("as", as);
        }
        Answer answer = client.get(Accounts.path(client, account), query);
        if (!output.printed(answer.body())) {
            Accounts.print(answer, output.writer());
        }
    }
}
