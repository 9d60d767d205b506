package dev.cuenta.cli.check;

import dev.cuenta.cli.ModelText;
import dev.cuenta.cli.Service;
import dev.cuenta.cli.output.Output;
import dev.cuenta.wire.model.ModelDiff;
import java.nio.file.Path;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

@Command(
        name = "diff",
        mixinStandardHelpOptions = true,
        description = "Show what publishing a file would do to the stored records. Changes nothing.",
        footerHeading = "%nExample:%n",
        footer = {"  cuenta model diff account-model.yaml", "  cuenta model diff account-model.yaml --sql"})
public final class DiffCommand implements Callable<Integer> {
    @Spec
    private CommandSpec spec;

    @Mixin
    private Service service;

    @Parameters(paramLabel = "FILE", description = "The model file.")
    private Path file;

    @Option(names = "--sql", description = "Print the statements that publishing would send, step by step, instead.")
    private boolean sql;

    @Mixin
    private Output output;

    @Override
    public Integer call() {
        Diffs diffs = new Diffs(spec.commandLine());
        ModelDiff diff = diffs.ask(service.client(), file.toString(), ModelText.of(file), sql);
        if (!output.printed(diff) && diff.changes() != null) {
            if (sql) {
                Diffs.printScript(diff, output.writer());
            } else {
                diffs.print(diff);
            }
        }
        return diff.changes() != null ? 0 : 1;
    }
}
