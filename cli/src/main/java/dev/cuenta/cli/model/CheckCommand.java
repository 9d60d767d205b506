package dev.cuenta.cli.model;

import dev.cuenta.cli.ModelText;
import dev.cuenta.cli.output.Format;
import dev.cuenta.client.CuentaClient;
import dev.cuenta.core.file.ModelFile;
import dev.cuenta.core.finding.Finding;
import dev.cuenta.core.finding.Severity;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.Map;
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

    @Option(names = "--output", paramLabel = "FORMAT", description = "table (default) or json.")
    private Format format = Format.table;

    @Override
    public Integer call() {
        ModelFile model = ModelFile.read(file.toString(), ModelText.of(file));
        if (format == Format.json) {
            spec.commandLine()
                    .getOut()
                    .println(CuentaClient.json()
                            .writeValueAsString(model.findings().stream()
                                    .map(CheckCommand::json)
                                    .toList()));
        } else {
            new FindingPrinter(spec.commandLine()).print(model);
        }
        boolean fails = model.hasErrors() || (strict && model.count(Severity.WARNING) > 0);
        return fails ? 1 : 0;
    }

    private static Map<String, Object> json(Finding finding) {
        Map<String, Object> json = new LinkedHashMap<>();
        json.put("code", finding.code().toString());
        json.put("severity", finding.severity().toString());
        json.put("file", finding.place().file());
        json.put("line", finding.place().line());
        json.put("column", finding.place().column());
        json.put("path", finding.path());
        json.put("message", finding.message());
        json.put("why", finding.code().why());
        json.put("advice", finding.advice());
        return json;
    }
}
