package dev.cuenta.cli.token;

import dev.cuenta.cli.Service;
import java.util.Map;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Spec;
import tools.jackson.databind.JsonNode;

@Command(
        name = "rotate",
        mixinStandardHelpOptions = true,
        description = {
            "Publish another key; it starts signing once every service has had time to fetch it.",
            "That happens by itself each month."
        },
        footerHeading = "%nExample:%n",
        footer = "  cuenta tokens rotate")
final class RotateCommand implements Runnable {
    @Mixin
    private Service service;

    @Spec
    private CommandSpec spec;

    @Override
    public void run() {
        JsonNode key = service.client().post(Tokens.PATH + "/keys", Map.of()).body();
        spec.commandLine()
                .getOut()
                .println("The key " + key.path("id").asString() + " is published, and signs from "
                        + key.path("signsFrom").asString().replaceFirst("\\..*", "Z") + " on.");
    }
}
