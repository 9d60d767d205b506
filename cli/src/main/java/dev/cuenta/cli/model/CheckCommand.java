package dev.cuenta.cli.model;

import dev.cuenta.cli.ModelText;
import dev.cuenta.client.CuentaClient;
import dev.cuenta.core.file.ModelFile;
import dev.cuenta.core.finding.Finding;
import dev.cuenta.core.finding.Severity;
import java.nio.file.Path;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
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

    private enum Format {
        TEXT,
        JSON,
        SARIF
    }

    @Option(names = "--output", paramLabel = "FORMAT", description = "text (default), json, or sarif for code hosts.")
    private Format format = Format.TEXT;

    @Override
    public Integer call() {
        ModelFile model = ModelFile.read(file.toString(), ModelText.of(file));
        switch (format) {
            case TEXT -> new FindingPrinter(spec.commandLine()).print(model);
            case JSON -> print(model.findings().stream().map(Finding::facts).toList());
            case SARIF -> print(Sarif.of(model));
        }
        boolean fails = model.hasErrors() || (strict && model.count(Severity.WARNING) > 0);
        return fails ? 1 : 0;
    }

    private void print(Object json) {
        spec.commandLine()
                .getOut()
                .println(CuentaClient.json().writerWithDefaultPrettyPrinter().writeValueAsString(json));
    }
}
