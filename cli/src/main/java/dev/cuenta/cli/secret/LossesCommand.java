package dev.cuenta.cli.secret;

import dev.cuenta.cli.Service;
import dev.cuenta.cli.output.Output;
import dev.cuenta.cli.output.Table;
import dev.cuenta.wire.Items;
import dev.cuenta.wire.secret.SecretLoss;
import java.util.List;
import java.util.Map;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;

@Command(
        name = "losses",
        mixinStandardHelpOptions = true,
        description = "Show what would be lost without keys that are in use and not in the files of the service.",
        footerHeading = "%nExample:%n",
        footer = "  cuenta secrets losses")
final class LossesCommand implements Runnable {
    @Mixin
    private Service service;

    @Mixin
    private Output output;

    @Override
    public void run() {
        List<SecretLoss> losses = service.client().items("/v1/secrets/losses", Map.of(), SecretLoss.class);
        if (output.printed(new Items<>(losses))) {
            return;
        }
        if (losses.isEmpty()) {
            output.writer().println("No key is missing.");
            output.writer().flush();
            return;
        }
        Table table = new Table("KEY", "OF", "WHAT", "HOW MANY");
        losses.forEach(
                loss -> loss.values().forEach((what, count) -> table.row(loss.key(), loss.purpose(), what, count)));
        output.print(table);
    }
}
