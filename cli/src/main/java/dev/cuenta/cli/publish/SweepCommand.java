package dev.cuenta.cli.publish;

import dev.cuenta.cli.Agreement;
import dev.cuenta.cli.Service;
import dev.cuenta.cli.connection.CuentaClient;
import dev.cuenta.cli.output.Moments;
import dev.cuenta.cli.output.Output;
import dev.cuenta.cli.output.Table;
import dev.cuenta.wire.Items;
import dev.cuenta.wire.upkeep.Leftover;
import dev.cuenta.wire.upkeep.Sweep;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;

@Command(
        name = "sweep",
        mixinStandardHelpOptions = true,
        description = "List what publishing set aside, or delete it for good.",
        footerHeading = "%nExample:%n",
        footer = "  cuenta model sweep --up-to 4")
public final class SweepCommand implements Runnable {
    @Mixin
    private Service service;

    @Mixin
    private Output output;

    @Option(
            names = "--up-to",
            paramLabel = "REVISION",
            description = "Delete for good what revisions up to this one set aside. Without it, only list.")
    private @Nullable Integer upTo;

    @Mixin
    private Agreement agreement;

    @Override
    public void run() {
        if (upTo != null) {
            agreement.require(() -> "Delete for good what revisions up to " + upTo + " set aside?");
        }
        CuentaClient client = service.client();
        List<Leftover> items = upTo == null
                ? client.items("/v1/model/leftovers", Map.of(), Leftover.class)
                : client.postForItems("/v1/model/sweeps", new Sweep(upTo), Leftover.class);
        if (output.printed(new Items<>(items))) {
            return;
        }
        if (items.isEmpty()) {
            output.writer().println(upTo == null ? "Nothing is set aside." : "There was nothing to sweep.");
            output.writer().flush();
            return;
        }
        Table table = new Table("TABLE", "COLUMN", "REVISION", "SINCE", "VALUES", upTo == null ? "KEPT AS" : "DELETED");
        items.forEach(kept -> table.row(
                kept.table(),
                kept.column(),
                kept.revision(),
                Moments.day(kept.keptAt()),
                kept.values(),
                kept.keptAs()));
        output.print(table);
    }
}
