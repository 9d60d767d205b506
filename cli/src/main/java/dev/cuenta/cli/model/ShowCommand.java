package dev.cuenta.cli.model;

import dev.cuenta.cli.Service;
import dev.cuenta.wire.publish.Revision;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

@Command(
        name = "show",
        mixinStandardHelpOptions = true,
        description = "Print the file of the live revision, or of an earlier one.",
        footerHeading = "%nExample:%n",
        footer = "  cuenta model show 1 > account-model.yaml")
final class ShowCommand implements Runnable {
    @Spec
    private CommandSpec spec;

    @Mixin
    private Service service;

    @Parameters(paramLabel = "REVISION", arity = "0..1", description = "Its number; the live one if left out.")
    private @Nullable Integer number;

    @Override
    public void run() {
        String path = number == null ? "/v1/model" : "/v1/model/revisions/" + number;
        spec.commandLine()
                .getOut()
                .print(service.client().get(path, Map.of(), Revision.class).source());
        spec.commandLine().getOut().flush();
    }
}
