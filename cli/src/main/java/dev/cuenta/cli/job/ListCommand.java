package dev.cuenta.cli.job;

import dev.cuenta.cli.Service;
import dev.cuenta.cli.output.Moments;
import dev.cuenta.cli.output.Output;
import dev.cuenta.cli.output.Table;
import dev.cuenta.wire.job.Jobs;
import java.io.PrintWriter;
import java.time.Instant;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;

@Command(
        name = "list",
        mixinStandardHelpOptions = true,
        description =
                "Show the jobs of the instance that answers, who waits for whom in the database, and what is to be sent.",
        footerHeading = "%nExample:%n",
        footer = "  cuenta jobs list")
final class ListCommand implements Runnable {
    @Mixin
    private Service service;

    @Mixin
    private Output output;

    @Override
    public void run() {
        Jobs jobs = service.client().get("/v1/jobs", Map.of(), Jobs.class);
        if (output.printed(jobs)) {
            return;
        }
        PrintWriter out = output.writer();
        Table table = new Table("JOB", "RUNNING SINCE", "LAST ENDED", "STOPPED BY");
        jobs.items()
                .forEach(job -> table.row(
                        job.title(),
                        Moments.second(job.runningSince(), ""),
                        Moments.second(job.lastEnded(), ""),
                        job.failure() == null ? "" : job.failure()));
        output.print(table);
        out.println();
        jobs.waits()
                .forEach(wait -> out.println("Process " + wait.process() + " of the database waits for "
                        + wait.heldBy().process() + " (" + wait.heldBy().user() + ", "
                        + wait.heldBy().program() + ")" + since(" since ", wait.since()) + "."));
        Jobs.Outbox messages = jobs.messages();
        out.println(messages.due() + " messages are due" + since(", the oldest since ", messages.oldest()) + "; "
                + messages.putAside() + " failed on their last try.");
        if (messages.putAside() > 0) {
            out.println("Try them again: cuenta jobs retry");
        }
        out.flush();
    }

    private static String since(String words, @Nullable Instant moment) {
        return moment == null ? "" : words + Moments.second(moment);
    }
}
