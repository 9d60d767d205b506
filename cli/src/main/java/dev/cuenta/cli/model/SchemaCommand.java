package dev.cuenta.cli.model;

import dev.cuenta.cli.connection.CuentaClient;
import dev.cuenta.core.file.FormatSchema;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Spec;

@Command(
        name = "schema",
        mixinStandardHelpOptions = true,
        description = "Print the JSON Schema of model files, for completion and checking in editors.",
        footerHeading = "%nExample:%n",
        footer = "  cuenta model schema > account-model.schema.json")
final class SchemaCommand implements Runnable {
    @Spec
    private CommandSpec spec;

    @Override
    public void run() {
        spec.commandLine()
                .getOut()
                .println(
                        CuentaClient.json().writerWithDefaultPrettyPrinter().writeValueAsString(FormatSchema.schema()));
    }
}
