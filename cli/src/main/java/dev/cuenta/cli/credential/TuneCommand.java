package dev.cuenta.cli.credential;

import dev.cuenta.cli.Service;
import dev.cuenta.cli.output.Output;
import dev.cuenta.cli.output.Table;
import dev.cuenta.wire.Items;
import dev.cuenta.wire.credential.HashTarget;
import dev.cuenta.wire.credential.HashTime;
import java.io.PrintWriter;
import java.util.List;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.Spec;

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
        List<HashTime> measured =
                service.client().postForItems("/v1/credentials/tuning", new HashTarget(millis()), HashTime.class);
        if (output.printed(new Items<>(measured))) {
            return;
        }
        PrintWriter out = output.writer();
        Table table = new Table("MEMORY", "ITERATIONS", "PARALLELISM", "ONE HASH");
        measured.forEach(each ->
                table.row(each.memoryMiB() + " MiB", each.iterations(), each.parallelism(), each.millis() + " ms"));
        if (measured.isEmpty()) {
            out.println("This machine cannot make a hash in that time. Give it more.");
        } else {
            HashTime best = measured.get(measured.size() - 1);
            output.print(table);
            out.println();
            out.println("password:");
            out.println("  parameters: { memory: " + best.memoryMiB() + " MiB, iterations: " + best.iterations()
                    + ", parallelism: " + best.parallelism() + " }");
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
