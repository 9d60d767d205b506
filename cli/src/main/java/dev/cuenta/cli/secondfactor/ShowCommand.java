package dev.cuenta.cli.secondfactor;

import dev.cuenta.cli.Service;
import dev.cuenta.cli.output.Output;
import java.util.Map;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import tools.jackson.databind.JsonNode;

@Command(
        name = "show",
        mixinStandardHelpOptions = true,
        description = "Say whether you have a second factor.",
        footerHeading = "%nExample:%n",
        footer = "  cuenta second-factor show")
final class ShowCommand implements Runnable {
    @Mixin
    private Service service;

    @Mixin
    private Output output;

    @Override
    public void run() {
        JsonNode state = service.client().get(Code.PATH, Map.of()).body();
        if (!output.printed(state)) {
            output.writer()
                    .println(
                            state.path("active").asBoolean()
                                    ? "A code is asked for since "
                                            + state.path("since").asString().replaceFirst("(\\.\\d+)?Z$", "Z") + ". "
                                            + state.path("recoveryCodesLeft").asString() + " recovery codes are left."
                                    : "You have no second factor. To add one: cuenta second-factor add");
            output.writer().flush();
        }
    }
}
