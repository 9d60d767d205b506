package dev.cuenta.cli.job;

import dev.cuenta.cli.Service;
import dev.cuenta.wire.job.MessagesRetried;
import java.util.Map;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Spec;

@Command(
        name = "retry",
        mixinStandardHelpOptions = true,
        description = "Retry messages that failed on their last try.",
        footerHeading = "%nExample:%n",
        footer = "  cuenta jobs retry")
final class RetryCommand implements Runnable {
    @Spec
    private CommandSpec spec;

    @Mixin
    private Service service;

    @Override
    public void run() {
        int again = service.client()
                .post("/v1/jobs/messages", Map.of(), MessagesRetried.class)
                .messages();
        spec.commandLine().getOut().println("Trying " + again + (again == 1 ? " message" : " messages") + " again.");
    }
}
