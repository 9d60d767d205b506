package dev.cuenta.cli.account;

import dev.cuenta.cli.Service;
import dev.cuenta.cli.connection.Answer;
import dev.cuenta.cli.connection.CuentaClient;
import dev.cuenta.cli.output.Output;
import dev.cuenta.core.problem.Problem;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

@Command(
        name = "set",
        mixinStandardHelpOptions = true,
        description = "Change values of an account. An empty value removes the value.",
        footerHeading = "%nExamples:%n",
        footer = {
            "  cuenta accounts set tomas@marea.example theme=night person.website=",
            "  cuenta accounts set tomas@marea.example roles=boater,administrator"
        })
final class SetCommand implements Runnable {
    private static final String CURRENT_PASSWORD = "currentPassword";

    @Mixin
    private Service service;

    @Parameters(index = "0", paramLabel = "ACCOUNT", description = "Its id, or what it signs in with.")
    private String account;

    @Parameters(index = "1..*", arity = "1..*", paramLabel = "FIELD=VALUE", description = "The new values.")
    private List<String> assignments = new ArrayList<>();

    @Option(
            names = "--password-stdin",
            description = "Read your current password from standard input, if it is needed.")
    private boolean passwordFromStandardInput;

    @Mixin
    private Output output;

    @Override
    public void run() {
        CuentaClient client = service.client();
        String path = Accounts.path(client, account);
        Map<String, Object> patch = Form.of(client).body(assignments);
        Answer before = client.get(path, Map.of());
        Answer after = changed(client, path, patch, before.etag().orElse(null));
        if (!output.printed(after.body())) {
            Accounts.print(after, output.writer());
        }
    }

    /** Whoever changes what they sign in with is asked for their password. */
    private Answer changed(CuentaClient client, String path, Map<String, Object> patch, @Nullable String etag) {
        try {
            return client.patch(path, patch, etag);
        } catch (Problem refused) {
            if (refused.violations().stream().noneMatch(each -> each.pointer().equals("/" + CURRENT_PASSWORD))) {
                throw refused;
            }
            patch.put(
                    CURRENT_PASSWORD,
                    Asked.secret("Your current password: ", "--password-stdin", passwordFromStandardInput));
            return client.patch(path, patch, etag);
        }
    }
}
