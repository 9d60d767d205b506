package dev.cuenta.cli.confirmation;

import dev.cuenta.cli.Service;
import java.util.Map;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

@Command(
        name = "send",
        mixinStandardHelpOptions = true,
        description = "Send a link to your email, or a code to your telephone. Only what was sent last counts.",
        footerHeading = "%nExample:%n",
        footer = "  cuenta confirmations send phone")
final class SendCommand implements Runnable {
    @Spec
    private CommandSpec spec;

    @Mixin
    private Service service;

    @Parameters(paramLabel = "FIELD", description = "Which of your addresses, as the model calls it.")
    private String field;

    @Override
    public void run() {
        service.client().post(ConfirmationsCommand.PATH, Map.of("field", field));
        spec.commandLine()
                .getOut()
                .println(
                        "It is on its way. A link confirms by itself; for a code: cuenta confirmations enter " + field);
    }
}
