package dev.cuenta.cli.role;

import dev.cuenta.cli.Service;
import dev.cuenta.cli.account.Accounts;
import dev.cuenta.cli.connection.CuentaClient;
import dev.cuenta.cli.output.Output;
import dev.cuenta.wire.role.PermissionExplanation;
import java.util.Map;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Parameters;

@Command(
        name = "explain",
        mixinStandardHelpOptions = true,
        description = {
            "Explain why an account may do something, or what is missing; in the tenant of --tenant, or outside of tenants.",
            "Exits with 1 where it may not."
        },
        footerHeading = "%nExamples:%n",
        footer = {
            "  cuenta roles explain tomas.rey@marea.example berths.assign --tenant 'Punta Clara'",
            "  cuenta roles explain vera.lindt@diver.example accounts.read"
        })
final class ExplainCommand implements Callable<Integer> {
    @Mixin
    private Service service;

    @Parameters(index = "0", paramLabel = "ACCOUNT", description = "Its id, or what it signs in with.")
    private String account;

    @Parameters(index = "1", paramLabel = "PERMISSION", description = "Such as berths.assign.")
    private String permission;

    @Mixin
    private Output output;

    @Override
    public Integer call() {
        CuentaClient client = service.client();
        PermissionExplanation explanation = client.get(
                "/v1/accounts/" + Accounts.id(client, account) + "/explanation",
                Map.of("permission", permission),
                PermissionExplanation.class);
        if (!output.printed(explanation)) {
            tell(explanation);
        }
        return explanation.allowed() ? 0 : 1;
    }

    private void tell(PermissionExplanation explanation) {
        Grants grants = new Grants(explanation.names());
        output.writer().println(explanation.allowed() ? "Yes." : "No.");
        explanation
                .because()
                .forEach(grant -> output.writer()
                        .println("  `" + grant.role() + "`, " + Grants.where(grant) + ", " + Grants.when(grant)
                                + "; given " + grants.given(grant)
                                + (grant.reason() == null ? "" : ": " + grant.reason())));
        explanation.missing().forEach(sentence -> output.writer().println("  " + sentence));
        output.writer().flush();
    }
}
