package dev.cuenta.cli.confirmation;

import dev.cuenta.cli.Service;
import dev.cuenta.cli.account.Asked;
import java.util.Map;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

@Command(
        name = "enter",
        mixinStandardHelpOptions = true,
        description = "Confirm your telephone with the code that was sent there.",
        footerHeading = "%nExample:%n",
        footer = "  cuenta confirmations enter phone")
final class EnterCommand implements Runnable {
    @Spec
    private CommandSpec spec;

    @Mixin
    private Service service;

    @Parameters(paramLabel = "FIELD", description = "Which of your addresses, as the model calls it.")
    private String field;

    @Option(names = "--code-stdin", description = "Read the code from standard input instead of asking for it.")
    private boolean fromStandardInput;

    @Override
    public void run() {
        String code = Asked.secret("The code that was sent: ", "--code-stdin", fromStandardInput);
        service.client().put(ConfirmationsCommand.PATH, Map.of("field", field, "code", code));
        spec.commandLine().getOut().println(field + " is confirmed.");
    }
}
