package dev.cuenta.cli.token;

import dev.cuenta.cli.Service;
import dev.cuenta.cli.output.Moments;
import dev.cuenta.wire.token.TokenKey;
import java.util.Map;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Spec;

@Command(
        name = "rotate",
        mixinStandardHelpOptions = true,
        description = {
            "Publish another key; it starts signing once every service has had time to fetch it.",
            "That happens by itself each month."
        },
        footerHeading = "%nExample:%n",
        footer = "  cuenta tokens rotate")
final class RotateCommand implements Runnable {
    @Mixin
    private Service service;

    @Spec
    private CommandSpec spec;

    @Override
    public void run() {
        TokenKey key = service.client().post(Tokens.PATH + "/keys", Map.of(), TokenKey.class);
        spec.commandLine()
                .getOut()
                .println("The key " + key.id() + " is published, and signs from " + Moments.second(key.signsFrom())
                        + " on.");
    }
}
