package dev.cuenta.cli.check;

import dev.cuenta.cli.ModelText;
import dev.cuenta.cli.Service;
import dev.cuenta.cli.connection.CuentaClient;
import dev.cuenta.client.Unreachable;
import dev.cuenta.core.file.ModelFile;
import dev.cuenta.core.finding.Finding;
import dev.cuenta.core.finding.Severity;
import dev.cuenta.core.problem.Problem;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;
import tools.jackson.core.type.TypeReference;

@Command(
        name = "check",
        mixinStandardHelpOptions = true,
        description = {
            "Check a model file as a careful colleague would.",
            "Needs no running service; with one, it also says what the stored records and the services' contracts are against."
        },
        footerHeading = "%nExample:%n",
        footer = {
            "  cuenta model check account-model.yaml",
            "",
            "Exit status 1 when there are errors; with --strict also for warnings."
        })
public final class CheckCommand implements Callable<Integer> {
    @Spec
    private CommandSpec spec;

    @Parameters(paramLabel = "FILE", description = "The model file (YAML or JSON).")
    private Path file;

    @Mixin
    private Service service;

    @Option(names = "--offline", description = "Do not ask the service about stored records.")
    private boolean offline;

    @Option(names = "--strict", description = "Warnings fail too.")
    private boolean strict;

    private static final TypeReference<Map<String, Object>> FACTS = new TypeReference<>() {};

    private enum Format {
        TEXT,
        JSON,
        SARIF
    }

    @Option(names = "--output", paramLabel = "FORMAT", description = "text (default), json, or sarif for code hosts.")
    private Format format = Format.TEXT;

    @Override
    public Integer call() {
        ModelFile model = withStored(ModelFile.read(file.toString(), ModelText.of(file)));
        switch (format) {
            case TEXT -> new FindingPrinter(spec.commandLine()).print(model);
            case JSON -> print(model.findings().stream().map(Finding::facts).toList());
            case SARIF -> print(Sarif.of(model));
        }
        boolean fails = model.count(Severity.ERROR) > 0 || (strict && model.count(Severity.WARNING) > 0);
        return fails ? 1 : 0;
    }

    /** What the service says has everything that is found here, and more. */
    private ModelFile withStored(ModelFile local) {
        Optional<CuentaClient> client = offline || local.hasErrors() ? Optional.empty() : service.clientIfKnown();
        if (client.isEmpty()) {
            return local;
        }
        try {
            List<Finding> findings = new ArrayList<>();
            client.get()
                    .post("/v1/model/findings", Map.of("file", file.toString(), "source", local.source()))
                    .body()
                    .path("findings")
                    .forEach(finding ->
                            findings.add(Finding.of(CuentaClient.json().convertValue(finding, FACTS))));
            return new ModelFile(local.source(), findings, local.model());
        } catch (Problem | Unreachable silent) {
            spec.commandLine().getErr().println("The stored records were not looked at: " + silent.getMessage());
            return local;
        }
    }

    private void print(Object json) {
        spec.commandLine()
                .getOut()
                .println(CuentaClient.json().writerWithDefaultPrettyPrinter().writeValueAsString(json));
    }
}
