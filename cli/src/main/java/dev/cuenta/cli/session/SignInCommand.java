package dev.cuenta.cli.session;

import dev.cuenta.cli.Service;
import dev.cuenta.cli.account.Asked;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import java.util.LinkedHashMap;
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

    @Option(
            names = "--password-stdin",
            description = "Read the password from standard input; the code of a second factor in a line after it.")
    private boolean passwordFromStandardInput;

    @Override
    public void run() {
        JsonNode session = signedIn(Asked.lines(passwordFromStandardInput, "--password-stdin"));
        service.settings().keepSession(session.path("token").asString());
        spec.commandLine()
                .getOut()
                .println("Signed in until " + session.path("expires").asString().replaceFirst("\\..*", "Z") + ".");
    }

    /** A code is asked for only where the account has a second factor. */
    private JsonNode signedIn(Asked.Lines asked) {
        Map<String, String> body = new LinkedHashMap<>(Map.of("identifier", name));
        body.put("password", asked.next("Password: "));
        try {
            return service.guest().post("/v1/sessions", body).body();
        } catch (Problem refused) {
            if (refused.kind() != ProblemKind.SECOND_FACTOR) {
                throw refused;
            }
            body.put("code", asked.next("Code of your authenticator, or a recovery code: "));
            return service.guest().post("/v1/sessions", body).body();
        }
    }
}
