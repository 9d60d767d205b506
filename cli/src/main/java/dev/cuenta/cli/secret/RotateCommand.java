package dev.cuenta.cli.secret;

import dev.cuenta.cli.Service;
import dev.cuenta.cli.output.Output;
import dev.cuenta.wire.secret.SecretKeys;
import java.util.Map;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;

@Command(
        name = "rotate",
        mixinStandardHelpOptions = true,
        description = {
            "Create another key, which encrypts from now on. Earlier values are re-encrypted in the background.",
            "Once a key no longer encrypts anything, you can remove its line from the service's file."
        },
        footerHeading = "%nExample:%n",
        footer = "  cuenta secrets rotate")
final class RotateCommand implements Runnable {
    @Mixin
    private Service service;

    @Mixin
    private Output output;

    @Override
    public void run() {
        SecretKeys keys = service.client().post("/v1/secrets/rotations", Map.of(), SecretKeys.class);
        if (!output.printed(keys)) {
            KeyTable.print(keys, output);
        }
    }
}
