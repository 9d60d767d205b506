package dev.cuenta.cli.retention;

import dev.cuenta.cli.Service;
import dev.cuenta.cli.output.Moments;
import dev.cuenta.cli.output.Output;
import dev.cuenta.cli.output.Table;
import dev.cuenta.wire.Items;
import dev.cuenta.wire.retention.ArchivedAccount;
import java.util.List;
import java.util.Map;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;

@Command(
        name = "archive",
        mixinStandardHelpOptions = true,
        description = "List archived accounts, newest first.",
        footerHeading = "%nExample:%n",
        footer = "  cuenta retention archive")
final class ArchiveCommand implements Runnable {
    @Mixin
    private Service service;

    @Mixin
    private Output output;

    @Override
    public void run() {
        List<ArchivedAccount> archive =
                service.client().items("/v1/retention/archive", Map.of(), ArchivedAccount.class);
        if (output.printed(new Items<>(archive))) {
            return;
        }
        Table table = new Table("NAME", "KIND", "RULE", "SINCE", "ID");
        archive.forEach(account -> table.row(
                account.displayName(),
                account.kind(),
                account.rule(),
                Moments.day(account.archivedAt()),
                account.id()));
        output.print(table, "No account is archived.");
    }
}
