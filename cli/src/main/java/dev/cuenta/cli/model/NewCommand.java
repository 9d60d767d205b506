package dev.cuenta.cli.model;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.Locale;
import java.util.Objects;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Spec;

@Command(
        name = "new",
        mixinStandardHelpOptions = true,
        description = "Print a commented model file to begin from.",
        footerHeading = "%nExample:%n",
        footer = "  cuenta model new --base username > account-model.yaml")
final class NewCommand implements Runnable {
    private enum Base {
        EMAIL,
        USERNAME,
        BLANK
    }

    @Spec
    private CommandSpec spec;

    @Option(
            names = "--base",
            paramLabel = "BASE",
            description = "What people sign in with: email (default) or username; or blank.")
    private Base base = Base.EMAIL;

    @Override
    public void run() {
        String name = base.name().toLowerCase(Locale.ROOT) + ".yaml";
        try (InputStream file = Objects.requireNonNull(NewCommand.class.getResourceAsStream(name), name)) {
            spec.commandLine().getOut().print(new String(file.readAllBytes(), StandardCharsets.UTF_8));
            spec.commandLine().getOut().flush();
        } catch (IOException unreadable) {
            throw new UncheckedIOException(unreadable);
        }
    }
}
