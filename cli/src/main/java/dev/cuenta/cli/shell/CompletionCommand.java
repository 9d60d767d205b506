package dev.cuenta.cli.shell;

import dev.cuenta.cli.Cuenta;
import picocli.AutoComplete;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Spec;

@Command(
        name = "completion",
        mixinStandardHelpOptions = true,
        description = "Print the completion script for bash and zsh.",
        footerHeading = "%nExamples:%n",
        footer = {
            "  source <(cuenta completion)                                            # this shell",
            "  cuenta completion > ~/.local/share/bash-completion/completions/cuenta  # every bash"
        })
public final class CompletionCommand implements Runnable {
    @Spec
    private CommandSpec spec;

    @Override
    public void run() {
        spec.commandLine().getOut().print(AutoComplete.bash("cuenta", Cuenta.whole()));
        spec.commandLine().getOut().flush();
    }
}
