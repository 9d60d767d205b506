package dev.cuenta.cli.session;

import dev.cuenta.cli.Service;
import dev.cuenta.cli.account.NewPassword;
import dev.cuenta.wire.Secret;
import dev.cuenta.wire.password.PasswordChange;
import dev.cuenta.wire.password.PasswordChanged;
import java.util.List;
import java.util.Objects;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Spec;

@Command(
        name = "password",
        mixinStandardHelpOptions = true,
        description = "Change your own password. Your other sessions end.",
        footerHeading = "%nExample:%n",
        footer = "  cuenta password")
public final class PasswordCommand implements Runnable {
    @Spec
    private CommandSpec spec;

    @Mixin
    private Service service;

    @Option(
            names = "--password-stdin",
            description = "Read the current and the new password from standard input, one per line.")
    private boolean passwordsFromStandardInput;

    @Option(names = "--keep-sessions", description = "Let your other sessions go on.")
    private boolean keepSessions;

    @Override
    public void run() {
        List<String> both = NewPassword.askForBoth(passwordsFromStandardInput);
        PasswordChange change = new PasswordChange(new Secret(both.get(0)), new Secret(both.get(1)), keepSessions);
        PasswordChanged changed = service.client().put("/v1/me/password", change, PasswordChanged.class);
        service.settings().keepSession(Objects.requireNonNull(changed.token()).value());
        int ended = changed.sessionsEnded();
        spec.commandLine()
                .getOut()
                .println(
                        "Your password is changed." + (ended == 0 ? "" : " Other sessions that ended: " + ended + "."));
    }
}
