package dev.cuenta.cli.session;

import dev.cuenta.cli.Service;
import dev.cuenta.cli.account.NewPassword;
import java.util.Map;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;
import tools.jackson.databind.JsonNode;

/** Opens a session for the commands that follow. */
@Command(
        name = "sign-in",
        mixinStandardHelpOptions = true,
        description = "Sign in as a person; the commands that follow are theirs until sign-out.",
        footerHeading = "%nExample:%n",
        footer = "  cuenta sign-in operator@marea.example")
public final class SignInCommand implements Runnable {
    @Spec
    private CommandSpec spec;

    @Mixin
    private Service service;

    @Parameters(paramLabel = "NAME", description = "What the account signs in with.")
    private String name;

    @Option(names = "--password-stdin", description = "Read the password from standard input instead of asking for it.")
    private boolean passwordFromStandardInput;

    @Override
    public void run() {
        Map<String, String> body = Map.of("identifier", name, "password", NewPassword.ask(passwordFromStandardInput));
        JsonNode session = service.guest().post("/v1/sessions", body).body();
        service.settings().keepSession(session.path("token").asString());
        spec.commandLine()
                .getOut()
                .println("Signed in until " + session.path("expires").asString().replaceFirst("\\..*", "Z") + ".");
    }
}
