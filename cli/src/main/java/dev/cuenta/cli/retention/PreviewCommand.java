package dev.cuenta.cli.retention;

import dev.cuenta.cli.Service;
import dev.cuenta.cli.output.Output;
import dev.cuenta.cli.output.Table;
import dev.cuenta.wire.retention.RetentionAction;
import dev.cuenta.wire.retention.RetentionPreview;
import java.io.PrintWriter;
import java.util.Map;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;

@Command(
        name = "preview",
        mixinStandardHelpOptions = true,
        description = "Show what a rule would delete, anonymise or archive now. Changes nothing.",
        footerHeading = "%nExample:%n",
        footer = "  cuenta retention preview --rule abandonedSignUps")
final class PreviewCommand implements Runnable {
    @Mixin
    private Service service;

    @Option(names = "--rule", paramLabel = "NAME", required = true, description = "The rule, as the model names it.")
    private String rule;

    @Mixin
    private Output output;

    @Override
    public void run() {
        RetentionPreview preview =
                service.client().post("/v1/retention/previews", Map.of("rule", rule), RetentionPreview.class);
        PrintWriter out = output.writer();
        if (output.printed(preview)) {
            return;
        }
        long accounts = preview.accounts();
        out.println(rule + " would " + preview.does() + " " + accounts + (accounts == 1 ? " account" : " accounts")
                + " now.");
        if (accounts > 0) {
            print(preview, accounts, out);
        }
        if (accounts > preview.atMost()) {
            out.println("That is over its limit of " + preview.atMost()
                    + ". If it is right: cuenta retention run --rule " + rule + " --allow atMost");
        }
        long held = preview.held();
        if (held > 0) {
            out.println(held + (held == 1 ? " more is" : " more are")
                    + " skipped: records of services keep them (cuenta accounts dependents ACCOUNT).");
        }
        out.flush();
    }

    private void print(RetentionPreview preview, long accounts, PrintWriter out) {
        out.println();
        Table table = new Table("NAME", "SINCE", "ID");
        preview.first().forEach(due -> table.row(due.displayName(), due.since().replaceFirst("T.*", ""), due.id()));
        output.print(table);
        int shown = preview.first().size();
        if (accounts > shown) {
            out.println("and " + (accounts - shown) + " more");
        }
        out.println();
        out.println(also(preview.does()) + ": " + Counts.of(preview.dependents(), preview.estimated()));
    }

    private static String also(RetentionAction action) {
        return switch (action) {
            case DELETE -> "Also deleted";
            case ANONYMISE -> "Also affected";
            case ARCHIVE -> "Also archived";
        };
    }
}
