package dev.cuenta.cli.sample;

import dev.cuenta.cli.ModelText;
import dev.cuenta.cli.Service;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import java.nio.file.Path;
import org.snakeyaml.engine.v2.api.Load;
import org.snakeyaml.engine.v2.api.LoadSettings;
import org.snakeyaml.engine.v2.exceptions.YamlEngineException;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;
import tools.jackson.databind.JsonNode;

/** Sows the records that an installation begins with. */
@Command(
        name = "seed",
        mixinStandardHelpOptions = true,
        description = "Create tenants and accounts from a YAML file; existing ones stay as they are.",
        footerHeading = "%nExample:%n",
        footer = "  cuenta seed marea.seed.yaml")
public final class SeedCommand implements Runnable {
    @Spec
    private CommandSpec spec;

    @Mixin
    private Service service;

    @Parameters(paramLabel = "FILE", description = "The seed file.")
    private Path file;

    @Override
    public void run() {
        JsonNode sown = service.client().post("/v1/seeds", read()).body();
        spec.commandLine()
                .getOut()
                .println("Made " + sown.path("tenants").asInt() + " tenants and "
                        + sown.path("accounts").asInt() + " accounts; "
                        + sown.path("present").asInt() + " accounts were there already.");
    }

    private Object read() {
        try {
            return new Load(LoadSettings.builder().setLabel(file.toString()).build())
                    .loadFromString(ModelText.of(file));
        } catch (YamlEngineException broken) {
            throw Problem.of(ProblemKind.MALFORMED, "The seed file cannot be read: " + broken.getMessage());
        }
    }
}
