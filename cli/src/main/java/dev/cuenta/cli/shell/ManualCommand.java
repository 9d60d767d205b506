package dev.cuenta.cli.shell;

import dev.cuenta.cli.Cuenta;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import picocli.CommandLine;
import picocli.CommandLine.Command;
import picocli.CommandLine.Parameters;

@Command(
        name = "manual",
        hidden = true,
        mixinStandardHelpOptions = true,
        description = "Write a manual page for each command.",
        footerHeading = "%nExample:%n",
        footer = "  cuenta manual target/man")
public final class ManualCommand implements Runnable {
    @Parameters(paramLabel = "FOLDER", description = "Where to.")
    private Path folder;

    @Override
    public void run() {
        try {
            Files.createDirectories(folder);
            write(Cuenta.whole());
        } catch (IOException unwritable) {
            throw new UncheckedIOException("Cannot write to " + folder, unwritable);
        }
    }

    private void write(CommandLine command) throws IOException {
        ManualPage page = new ManualPage(command);
        Files.writeString(folder.resolve(page.name() + ".1"), page.text());
        for (CommandLine each : command.getSubcommands().values()) {
            if (!each.getCommandSpec().usageMessage().hidden()) {
                write(each);
            }
        }
    }
}
