package dev.cuenta.cli.retention;

import dev.cuenta.cli.Service;
import dev.cuenta.cli.output.Output;
import dev.cuenta.cli.output.Table;
import java.io.PrintWriter;
import java.util.Map;
import java.util.stream.Collectors;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import tools.jackson.databind.JsonNode;

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
        JsonNode preview = service.client()
                .post("/v1/retention/previews", Map.of("rule", rule))
                .body();
        PrintWriter out = output.writer();
        if (output.printed(preview)) {
            return;
        }
        long accounts = preview.path("accounts").asLong();
        out.println(rule + " would " + preview.path("do").asString() + " " + accounts
                + (accounts == 1 ? " account" : " accounts") + " now.");
        if (accounts > 0) {
            print(preview, accounts, out);
        }
        if (accounts > preview.path("atMost").asLong()) {
            out.println("That is over its limit of " + preview.path("atMost").asLong()
                    + ". If it is right: cuenta retention run --rule " + rule + " --allow atMost");
        }
        long held = preview.path("held").asLong();
        if (held > 0) {
            out.println(
                    held + (held == 1 ? " more is" : " more are")
                            + " skipped: records of services keep them from being deleted (cuenta accounts dependents ACCOUNT).");
        }
        out.flush();
    }

    private void print(JsonNode preview, long accounts, PrintWriter out) {
        out.println();
        Table table = new Table("NAME", "SINCE", "ID");
        preview.path("first")
                .forEach(due -> table.row(
                        due.path("displayName").asString(),
                        due.path("since").asString().replaceFirst("T.*", ""),
                        due.path("id").asString()));
        output.print(table);
        int shown = preview.path("first").size();
        if (accounts > shown) {
            out.println("and " + (accounts - shown) + " more");
        }
        out.println();
        out.println((preview.path("do").asString().equals("anonymise") ? "Also affected: " : "Also deleted: ")
                + Counts.of(
                        preview.path("dependents"),
                        preview.path("estimated")
                                .valueStream()
                                .map(JsonNode::asString)
                                .collect(Collectors.toSet())));
    }
}
