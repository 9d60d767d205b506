package dev.cuenta.cli.publish;

import dev.cuenta.cli.ModelText;
import java.nio.file.Path;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Parameters;

@Command(
        name = "publish",
        mixinStandardHelpOptions = true,
        description = "Publish a file onto the live records. Shows the diff, then does just that.",
        footerHeading = "%nExamples:%n",
        footer = {
            "  cuenta model publish account-model.yaml --message 'Newsletter'",
            "  cuenta model publish account-model.yaml --allow field-removed:phone",
            "  cuenta model publish account-model.yaml --fingerprint 5c1f0e9a2b7d",
            "",
            "If it is interrupted, the same command continues where it stopped."
        })
public final class PublishCommand implements Callable<Integer> {
    @Mixin
    private Publishing publishing;

    @Parameters(paramLabel = "FILE", description = "The model file.")
    private Path file;

    @Override
    public Integer call() throws InterruptedException {
        return publishing.publish(file.toString(), ModelText.of(file));
    }
}
