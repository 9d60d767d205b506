package dev.cuenta.cli.publish;

import dev.cuenta.wire.publish.Revision;
import java.util.Map;
import java.util.Objects;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Parameters;

@Command(
        name = "revert",
        mixinStandardHelpOptions = true,
        description = "Publish an earlier revision as a new one, with the values that were set aside.",
        footerHeading = "%nExample:%n",
        footer = "  cuenta model revert 3 --allow field-removed:newsletter")
public final class RevertCommand implements Callable<Integer> {
    @Mixin
    private Publishing publishing;

    @Parameters(paramLabel = "REVISION", description = "The number of the revision to go back to.")
    private int number;

    @Override
    public Integer call() throws InterruptedException {
        Revision revision = publishing.client().get("/v1/model/revisions/" + number, Map.of(), Revision.class);
        return publishing.publish("revision " + number, Objects.requireNonNull(revision.source()));
    }
}
