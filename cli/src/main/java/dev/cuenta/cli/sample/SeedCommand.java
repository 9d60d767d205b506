package dev.cuenta.cli.sample;

import dev.cuenta.cli.ModelText;
import dev.cuenta.cli.Service;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import dev.cuenta.wire.sample.Seeded;
import java.nio.file.Path;
import org.snakeyaml.engine.v2.api.Load;
import org.snakeyaml.engine.v2.api.LoadSettings;
import org.snakeyaml.engine.v2.exceptions.YamlEngineException;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

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
        Seeded made = service.client().post("/v1/seeds", read(), Seeded.class);
        spec.commandLine()
                .getOut()
                .println("Made " + made.tenants() + " tenants and " + made.accounts() + " accounts; " + made.present()
                        + " accounts were there already.");
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
