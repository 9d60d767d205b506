package dev.cuenta.cli.model;

import dev.cuenta.cli.Service;
import dev.cuenta.cli.output.Output;
import java.io.PrintWriter;
import java.util.Map;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import tools.jackson.databind.JsonNode;

@Command(
        name = "verify",
        mixinStandardHelpOptions = true,
        description = "Compare the database with the live revision; list every difference and how to fix it.",
        footerHeading = "%nExample:%n",
        footer = "  cuenta model verify")
final class VerifyCommand implements Callable<Integer> {
    @Mixin
    private Service service;

    @Mixin
    private Output output;

    @Override
    public Integer call() {
        JsonNode verified =
                service.client().get("/v1/model/verification", Map.of()).body();
        JsonNode differences = verified.path("differences");
        if (!output.printed(verified)) {
            print(verified, differences);
        }
        return differences.isEmpty() ? 0 : 1;
    }

    private void print(JsonNode verified, JsonNode differences) {
        PrintWriter out = output.writer();
        int revision = verified.path("revision").asInt();
        if (differences.isEmpty()) {
            out.println("The database is as revision " + revision + " says (shape "
                    + verified.path("shape").asString() + ").");
        } else {
            out.println("Against revision " + revision + ":");
        }
        for (JsonNode difference : differences) {
            out.println();
            out.println("  " + difference.path("thing").asString());
            out.println("      expected: " + difference.path("expected").asString("nothing of that name"));
            out.println("      found:    " + difference.path("found").asString("nothing of that name"));
            out.println("      repair:   " + difference.path("repair").asString());
        }
        out.flush();
    }
}
