package dev.cuenta.cli.sample;

import dev.cuenta.cli.Service;
import dev.cuenta.wire.sample.SamplesMade;
import java.util.LinkedHashMap;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

/** Makes sample accounts. */
@Command(
        name = "sample",
        mixinStandardHelpOptions = true,
        description = "Create realistic sample accounts that are valid under the live model.",
        footerHeading = "%nExample:%n",
        footer = "  cuenta sample 20")
public final class SampleCommand implements Runnable {
    @Spec
    private CommandSpec spec;

    @Mixin
    private Service service;

    @Parameters(paramLabel = "COUNT", description = "How many, up to 10000.")
    private int count;

    @Option(names = "--over", paramLabel = "DURATION", description = "Spread their creation back over this time (P2Y).")
    private @Nullable String over;

    @Option(names = "--seed", paramLabel = "N", description = "The same number gives the same people.")
    private @Nullable Long seed;

    @Override
    public void run() {
        Map<String, Object> body = new LinkedHashMap<>();
        body.put("count", count);
        body.put("over", over);
        body.put("seed", seed);
        int made = service.client().post("/v1/samples", body, SamplesMade.class).made();
        spec.commandLine().getOut().println("Made " + made + (made == 1 ? " account." : " accounts."));
    }
}
