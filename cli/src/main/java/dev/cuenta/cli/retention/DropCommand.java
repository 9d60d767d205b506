package dev.cuenta.cli.retention;

import dev.cuenta.cli.Agreement;
import dev.cuenta.cli.Service;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

@Command(
        name = "drop",
        mixinStandardHelpOptions = true,
        description = "Delete an archived account for good.",
        footerHeading = "%nExample:%n",
        footer = "  cuenta retention drop 01990000-0000-7000-8000-000000000000")
final class DropCommand implements Runnable {
    @Spec
    private CommandSpec spec;

    @Mixin
    private Service service;

    @Parameters(paramLabel = "ID", description = "The account's id, as cuenta retention archive shows it.")
    private String id;

    @Mixin
    private Agreement agreement;

    @Override
    public void run() {
        agreement.require(() -> "Delete the archived account " + id + " for good?");
        service.client().delete("/v1/retention/archive/" + id);
        spec.commandLine().getOut().println("Deleted.");
    }
}
