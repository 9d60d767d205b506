package dev.cuenta.cli.retention;

import dev.cuenta.cli.Service;
import dev.cuenta.cli.output.Moments;
import dev.cuenta.cli.output.Output;
import dev.cuenta.cli.output.Table;
import dev.cuenta.wire.Items;
import dev.cuenta.wire.retention.RetentionRun;
import java.util.List;
import java.util.Map;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;

@Command(
        name = "runs",
        mixinStandardHelpOptions = true,
        description = "List past runs of rules, and those that wait until they are allowed.",
        footerHeading = "%nExample:%n",
        footer = "  cuenta retention runs")
final class RunsCommand implements Runnable {
    @Mixin
    private Service service;

    @Mixin
    private Output output;

    @Override
    public void run() {
        List<RetentionRun> runs = service.client().items("/v1/retention/runs", Map.of(), RetentionRun.class);
        if (output.printed(new Items<>(runs))) {
            return;
        }
        Table table = new Table("RULE", "STATE", "STARTED", "BY", "DUE", "LIMIT", "TOOK");
        runs.forEach(run -> table.row(
                run.rule(),
                run.state(),
                Moments.minute(run.startedAt()),
                run.startedBy(),
                run.matched(),
                run.atMost() == null ? "" : run.atMost(),
                Counts.of(run.taken())));
        output.print(table);
    }
}
