package dev.cuenta.cli.secret;

import dev.cuenta.cli.Service;
import dev.cuenta.cli.output.Output;
import java.util.Map;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import tools.jackson.databind.JsonNode;

@Command(
        name = "rotate",
        mixinStandardHelpOptions = true,
        description = {
            "Make another key, which seals from now on. What earlier ones sealed follows in the background.",
            "Once a key seals nothing any more, its line can be taken out of the service's file."
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
        JsonNode keys = service.client().post("/v1/secrets/rotations", Map.of()).body();
        if (!output.printedAsJson(keys)) {
            KeyTable.print(keys, output.writer());
        }
    }
}
