package dev.cuenta.cli.model;

import dev.cuenta.cli.Service;
import dev.cuenta.cli.output.Moments;
import dev.cuenta.cli.output.Output;
import dev.cuenta.cli.output.Table;
import dev.cuenta.cli.publish.Publishing;
import dev.cuenta.wire.Items;
import dev.cuenta.wire.publish.Revision;
import java.util.List;
import java.util.Map;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;

@Command(
        name = "history",
        mixinStandardHelpOptions = true,
        description = "List the published revisions, newest first.",
        footerHeading = "%nExample:%n",
        footer = "  cuenta model history")
final class HistoryCommand implements Runnable {
    @Mixin
    private Service service;

    @Mixin
    private Output output;

    @Override
    public void run() {
        List<Revision> history = service.client().items("/v1/model/revisions", Map.of(), Revision.class);
        if (output.printed(new Items<>(history))) {
            return;
        }
        Table table = new Table("REVISION", "STATE", "PUBLISHED", "BY", "CHANGES", "MESSAGE");
        history.forEach(revision -> table.row(
                revision.revision(),
                revision.state() + (Publishing.isDone(revision) ? "" : " (" + revision.step() + ")"),
                Moments.second(revision.publishedAt(), ""),
                revision.author(),
                revision.changes() == null ? 0 : revision.changes().size(),
                revision.message()));
        output.print(table);
    }
}
