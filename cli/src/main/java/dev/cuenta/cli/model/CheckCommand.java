package dev.cuenta.cli.model;

import dev.cuenta.cli.ModelText;
import dev.cuenta.cli.output.Output;
import dev.cuenta.core.file.ModelFile;
import dev.cuenta.core.finding.Finding;
import dev.cuenta.core.finding.Severity;
import java.nio.file.Path;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

@Command(
        name = "check",
        mixinStandardHelpOptions = true,
        description = "Read a model file as a careful colleague would. Needs no running service.",
        footerHeading = "%nExample:%n",
        footer = {
            "  cuenta model check account-model.yaml",
            "",
            "Exit status 1 when there are errors; with --strict also for warnings."
        })
final class CheckCommand implements Callable<Integer> {
    @Spec
    private CommandSpec spec;

    @Parameters(paramLabel = "FILE", description = "The model file (YAML or JSON).")
    private Path file;

    @Option(names = "--strict", description = "Warnings fail too.")
    private boolean strict;

    @Mixin
    private Output output;

    @Override
    public Integer call() {
        ModelFile model = ModelFile.read(file.toString(), ModelText.of(file));
        if (!output.printedAsJson(model.findings().stream().map(Finding::facts).toList())) {
            new FindingPrinter(spec.commandLine()).print(model);
        }
        boolean fails = model.hasErrors() || (strict && model.count(Severity.WARNING) > 0);
        return fails ? 1 : 0;
    }
}
