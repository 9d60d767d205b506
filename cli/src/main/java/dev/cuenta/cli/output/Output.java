package dev.cuenta.cli.output;

import dev.cuenta.client.CuentaClient;
import java.io.PrintWriter;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Spec;

/** The option {@code --output} of every command that prints a result, and the place where it prints. */
public final class Output {
    private enum Format {
        TABLE,
        JSON
    }

    @Spec(Spec.Target.MIXEE)
    private CommandSpec command;

    @Option(names = "--output", paramLabel = "FORMAT", description = "table (default) or json.")
    private Format format = Format.TABLE;

    /** Prints the result as JSON if the caller asked for that. Says whether it did. */
    public boolean printedAsJson(Object result) {
        if (format == Format.JSON) {
            writer().println(
                            CuentaClient.json().writerWithDefaultPrettyPrinter().writeValueAsString(result));
        }
        return format == Format.JSON;
    }

    public PrintWriter writer() {
        return command.commandLine().getOut();
    }
}
