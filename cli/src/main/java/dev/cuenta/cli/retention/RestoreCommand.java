package dev.cuenta.cli.retention;

import dev.cuenta.cli.Service;
import dev.cuenta.cli.output.Output;
import dev.cuenta.wire.retention.RestoredAccount;
import java.io.PrintWriter;
import java.util.Map;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Parameters;

@Command(
        name = "restore",
        mixinStandardHelpOptions = true,
        description = "Restore an archived account with its password, second factor, confirmations, roles and tenants.",
        footerHeading = "%nExample:%n",
        footer = "  cuenta retention restore 01990000-0000-7000-8000-000000000000")
final class RestoreCommand implements Runnable {
    @Mixin
    private Service service;

    @Parameters(paramLabel = "ID", description = "The account's id, as cuenta retention archive shows it.")
    private String id;

    @Mixin
    private Output output;

    @Override
    public void run() {
        RestoredAccount restored =
                service.client().post("/v1/retention/archive/" + id + "/restoration", Map.of(), RestoredAccount.class);
        if (output.printed(restored)) {
            return;
        }
        PrintWriter out = output.writer();
        out.println("Back as " + restored.id() + ".");
        restored.left().forEach(path -> out.println("  " + path + " has no place in the live model."));
        restored.lost().forEach(what -> out.println("  Not back: " + what + "."));
        out.flush();
    }
}
