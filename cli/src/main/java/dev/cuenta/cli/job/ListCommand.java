package dev.cuenta.cli.job;

import dev.cuenta.cli.Service;
import dev.cuenta.cli.output.Output;
import dev.cuenta.cli.output.Table;
import java.io.PrintWriter;
import java.util.Map;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import tools.jackson.databind.JsonNode;

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
        JsonNode jobs = service.client().get("/v1/jobs", Map.of()).body();
        if (output.printed(jobs)) {
            return;
        }
        PrintWriter out = output.writer();
        Table table = new Table("JOB", "RUNNING SINCE", "LAST ENDED", "STOPPED BY");
        jobs.path("items")
                .forEach(job -> table.row(
                        job.path("title").asString(),
                        moment(job.path("runningSince")),
                        moment(job.path("lastEnded")),
                        job.path("failure").asString("")));
        output.print(table);
        out.println();
        jobs.path("waits")
                .forEach(wait -> out.println("Process " + wait.path("process").asInt() + " of the database waits for "
                        + wait.path("heldBy").path("process").asInt() + " ("
                        + wait.path("heldBy").path("user").asString() + ", "
                        + wait.path("heldBy").path("program").asString() + ")"
                        + (wait.has("since") ? " since " + moment(wait.path("since")) : "") + "."));
        JsonNode messages = jobs.path("messages");
        out.println(messages.path("due").asLong() + " messages are due"
                + (messages.has("oldest") ? ", the oldest since " + moment(messages.path("oldest")) : "") + "; "
                + messages.path("putAside").asLong() + " failed on their last try.");
        if (messages.path("putAside").asLong() > 0) {
            out.println("Try them again: cuenta jobs retry");
        }
        out.flush();
    }

    private static String moment(JsonNode at) {
        return at.asString("").replaceFirst("\\.\\d+Z$", "Z");
    }
}
