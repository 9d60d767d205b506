package dev.cuenta.cli.activity;

import dev.cuenta.cli.Service;
import dev.cuenta.cli.output.Output;
import dev.cuenta.cli.output.Table;
import dev.cuenta.wire.activity.ActivityVerification;
import java.io.PrintWriter;
import java.util.Map;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;

@Command(
        name = "verify",
        mixinStandardHelpOptions = true,
        description = {
            "Verify the chain over all activity: entries that were changed, removed or inserted show up; exit status 1 then.",
            "Store the last link elsewhere and compare it later: that shows whether the end was cut off."
        },
        footerHeading = "%nExample:%n",
        footer = "  cuenta activity verify")
final class VerifyCommand implements Callable<Integer> {
    @Mixin
    private Service service;

    @Mixin
    private Output output;

    @Override
    public Integer call() {
        ActivityVerification report =
                service.client().get("/v1/activity/verification", Map.of(), ActivityVerification.class);
        boolean fits = report.faults().isEmpty();
        if (!output.printed(report)) {
            print(report, fits);
        }
        return fits ? 0 : 1;
    }

    private void print(ActivityVerification report, boolean fits) {
        PrintWriter out = output.writer();
        long entries = report.entries();
        out.println(
                fits
                        ? "The chain is intact: " + entries + " entries, from link " + report.first() + "."
                        : "The chain is broken.");
        if (entries > 0) {
            out.println("Its last link: " + report.last());
        }
        long waiting = report.waiting();
        if (waiting > 0) {
            out.println(waiting + " more will be in it within seconds.");
        }
        if (!fits) {
            out.println();
            Table table = new Table("LINK", "ENTRY", "WHAT");
            report.faults().forEach(fault -> table.row(fault.position(), fault.entry(), fault.what()));
            output.print(table);
        }
        out.flush();
    }
}
