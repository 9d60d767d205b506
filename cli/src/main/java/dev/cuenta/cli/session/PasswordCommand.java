package dev.cuenta.cli.session;

import dev.cuenta.cli.Service;
import dev.cuenta.cli.account.NewPassword;
import java.util.List;
import java.util.Map;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Spec;
import tools.jackson.databind.JsonNode;

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
        JsonNode changed = service.client()
                .put(
                        "/v1/me/password",
                        Map.of("current", both.get(0), "password", both.get(1), "keepSessions", keepSessions))
                .body();
        service.settings().keepSession(changed.path("token").asString());
        int ended = changed.path("sessionsEnded").asInt();
        spec.commandLine()
                .getOut()
                .println(
                        "Your password is changed." + (ended == 0 ? "" : " Other sessions that ended: " + ended + "."));
    }
}
