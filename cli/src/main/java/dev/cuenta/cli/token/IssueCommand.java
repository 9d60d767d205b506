package dev.cuenta.cli.token;

import dev.cuenta.cli.Service;
import dev.cuenta.cli.output.Output;
import dev.cuenta.wire.token.IssuedToken;
import java.util.Map;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Parameters;

@Command(
        name = "issue",
        mixinStandardHelpOptions = true,
        description = {
            "Get a short-lived token that identifies you to a service, which can verify it by itself.",
            "It contains who you are, and which of the service's permissions you have."
        },
        footerHeading = "%nExample:%n",
        footer = "  cuenta tokens issue berths")
final class IssueCommand implements Runnable {
    @Mixin
    private Service service;

    @Parameters(paramLabel = "SERVICE", description = "The service that is to take it.")
    private String name;

    @Mixin
    private Output output;

    @Override
    public void run() {
        IssuedToken issued = service.client().post(Tokens.PATH, Map.of("service", name), IssuedToken.class);
        if (!output.printed(issued)) {
            output.writer().println(issued.token().value());
            output.writer().flush();
        }
    }
}
