package dev.cuenta.cli.credential;

import dev.cuenta.cli.Service;
import dev.cuenta.cli.output.Output;
import dev.cuenta.cli.output.Table;
import java.util.Map;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import tools.jackson.databind.JsonNode;

@Command(
        name = "report",
        mixinStandardHelpOptions = true,
        description = {
            "Count accounts by how their password is hashed, those that were set first before the others.",
            "Hashes that do not match the live model are rehashed at the next sign-in."
        },
        footerHeading = "%nExample:%n",
        footer = "  cuenta credentials report")
final class ReportCommand implements Runnable {
    @Mixin
    private Service service;

    @Mixin
    private Output output;

    @Override
    public void run() {
        JsonNode report =
                service.client().get("/v1/credentials/report", Map.of()).body();
        if (output.printed(report)) {
            return;
        }
        Table table = new Table("SCHEME", "PARAMETERS", "ACCOUNTS", "OLDEST", "AS THE MODEL ASKS");
        report.path("items")
                .forEach(made -> table.row(
                        made.path("scheme").asString(),
                        made.path("parameters").asString(),
                        made.path("accounts").asLong(),
                        made.path("oldest").asString().substring(0, 10),
                        made.path("current").asBoolean() ? "yes" : "no, renewed at sign-in"));
        output.print(table, "No account has a password yet.");
    }
}
