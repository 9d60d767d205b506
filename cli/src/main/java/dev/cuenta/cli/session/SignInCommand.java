package dev.cuenta.cli.session;

import dev.cuenta.cli.Service;
import dev.cuenta.cli.account.Asked;
import dev.cuenta.cli.output.Moments;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import dev.cuenta.wire.Secret;
import dev.cuenta.wire.session.SignIn;
import dev.cuenta.wire.session.SignedIn;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

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
        SignedIn session = signedIn(Asked.lines(passwordFromStandardInput, "--password-stdin"));
        service.settings().keepSession(Objects.requireNonNull(session.token()).value());
        spec.commandLine().getOut().println("Signed in until " + Moments.second(session.expires()) + ".");
    }

    /** A code is asked for only where the account has a second factor. */
    private SignedIn signedIn(Asked.Lines asked) {
        Secret password = new Secret(asked.next("Password: "));
        try {
            return signedIn(password, null);
        } catch (Problem refused) {
            if (refused.kind() != ProblemKind.SECOND_FACTOR) {
                throw refused;
            }
            return signedIn(password, new Secret(asked.next("Code of your authenticator, or a recovery code: ")));
        }
    }

    private SignedIn signedIn(Secret password, @Nullable Secret code) {
        return service.guest().post("/v1/sessions", new SignIn(name, password, code), SignedIn.class);
    }
}
