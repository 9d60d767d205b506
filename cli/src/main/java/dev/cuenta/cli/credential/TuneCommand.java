package dev.cuenta.cli.credential;

import dev.cuenta.cli.Service;
import dev.cuenta.cli.output.Output;
import dev.cuenta.cli.output.Table;
import java.io.PrintWriter;
import java.util.Map;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.Spec;
import tools.jackson.databind.JsonNode;

@Command(
        name = "tune",
        mixinStandardHelpOptions = true,
        description = {
            "Measure on the service's machine which parameters of Argon2id take how long.",
            "Each sign-in that runs at the same moment takes as much memory."
        },
        footerHeading = "%nExample:%n",
        footer = "  cuenta credentials tune --target 250ms")
final class TuneCommand implements Runnable {
    @Spec
    private CommandSpec spec;

    @Mixin
    private Service service;

    @Option(
            names = "--target",
            paramLabel = "TIME",
            defaultValue = "250ms",
            description = "How long one hash may take, from 10ms to 2s; 250ms if left out.")
    private String target;

    @Mixin
    private Output output;

    @Override
    public void run() {
        JsonNode measured = service.client()
                .post("/v1/credentials/tuning", Map.of("targetMillis", millis()))
                .body();
        if (output.printed(measured)) {
            return;
        }
        PrintWriter out = output.writer();
        Table table = new Table("MEMORY", "ITERATIONS", "PARALLELISM", "ONE HASH");
        JsonNode best = null;
        for (JsonNode each : measured.path("items")) {
            table.row(
                    each.path("memoryMiB").asInt() + " MiB",
                    each.path("iterations").asInt(),
                    each.path("parallelism").asInt(),
                    each.path("millis").asLong() + " ms");
            best = each;
        }
        if (best == null) {
            out.println("This machine cannot make a hash in that time. Give it more.");
        } else {
            output.print(table);
            out.println();
            out.println("password:");
            out.println("  parameters: { memory: " + best.path("memoryMiB").asInt() + " MiB, iterations: "
                    + best.path("iterations").asInt() + ", parallelism: "
                    + best.path("parallelism").asInt() + " }");
        }
        out.flush();
    }

    private long millis() {
        String number = target.replaceFirst("(ms|s)$", "");
        if (!number.matches("[0-9]{1,6}")) {
            throw new ParameterException(spec.commandLine(), "`" + target + "` is no time. Write it like 250ms or 1s.");
        }
        return Long.parseLong(number) * (target.endsWith("ms") || target.equals(number) ? 1 : 1000);
    }
}
