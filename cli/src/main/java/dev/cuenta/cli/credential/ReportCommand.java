package dev.cuenta.cli.credential;

import dev.cuenta.cli.Service;
import dev.cuenta.cli.output.Moments;
import dev.cuenta.cli.output.Output;
import dev.cuenta.cli.output.Table;
import dev.cuenta.wire.Items;
import dev.cuenta.wire.credential.PasswordHashes;
import java.util.List;
import java.util.Map;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;

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
        List<PasswordHashes> report = service.client().items("/v1/credentials/report", Map.of(), PasswordHashes.class);
        if (output.printed(new Items<>(report))) {
            return;
        }
        Table table = new Table("SCHEME", "PARAMETERS", "ACCOUNTS", "OLDEST", "AS THE MODEL ASKS");
        report.forEach(made -> table.row(
                made.scheme(),
                made.parameters(),
                made.accounts(),
                Moments.day(made.oldest()),
                made.current() ? "yes" : "no, renewed at sign-in"));
        output.print(table, "No account has a password yet.");
    }
}
