package dev.cuenta.cli.secret;

import dev.cuenta.cli.Service;
import dev.cuenta.cli.output.Output;
import dev.cuenta.wire.secret.SecretKeys;
import java.util.Map;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;

@Command(
        name = "keys",
        mixinStandardHelpOptions = true,
        description =
                "List the keys, oldest first: the last one encrypts. The keys themselves stay in the service's file.",
        footerHeading = "%nExample:%n",
        footer = "  cuenta secrets keys")
final class KeysCommand implements Runnable {
    @Mixin
    private Service service;

    @Mixin
    private Output output;

    @Override
    public void run() {
        SecretKeys keys = service.client().get("/v1/secrets/keys", Map.of(), SecretKeys.class);
        if (!output.printed(keys)) {
            KeyTable.print(keys, output);
        }
    }
}
