package dev.cuenta.cli.account;

import dev.cuenta.cli.Service;
import java.io.IOException;
import java.io.PrintWriter;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.List;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

@Command(
        name = "export",
        mixinStandardHelpOptions = true,
        description = {
            "Write all accounts to a file, a line of JSON each, as they are at one moment.",
            "You get what you may read. A file that is there is replaced once the export is whole."
        },
        footerHeading = "%nExamples:%n",
        footer = {
            "  cuenta accounts export accounts.jsonl",
            "  cuenta accounts export --filter 'kind eq \"staff\"' --fields email,person.familyName staff.jsonl"
        })
final class ExportCommand implements Runnable {
    private static final int TOLD_EACH = 10_000;

    @Spec
    private CommandSpec spec;

    @Mixin
    private Service service;

    @Parameters(
            paramLabel = "FILE",
            arity = "0..1",
            defaultValue = "-",
            description = "Where to; - (if nothing is said) for standard output.")
    private String file;

    @Mixin
    private Chosen chosen;

    @Option(names = "--fields", paramLabel = "FIELDS", split = ",", description = "Only these fields.")
    private List<String> fields = List.of();

    @Override
    public void run() {
        if (file.equals("-")) {
            PrintWriter out = spec.commandLine().getOut();
            write(out);
            out.flush();
            return;
        }
        Path whole = Path.of(file);
        Path part = whole.resolveSibling(whole.getFileName() + ".part");
        try {
            try (PrintWriter out = new PrintWriter(Files.newBufferedWriter(part))) {
                write(out);
            }
            Files.move(part, whole, StandardCopyOption.REPLACE_EXISTING);
        } catch (IOException refused) {
            throw new UncheckedIOException(
                    "Cannot write " + file + ". Is there such a folder, and may you write there?", refused);
        } finally {
            // What is not whole is no export.
            part.toFile().delete();
        }
    }

    private void write(PrintWriter out) {
        long begun = System.nanoTime();
        long[] written = {0};
        service.client().lines("/v1/accounts", chosen.query(fields), line -> {
            out.println(line);
            if (++written[0] % TOLD_EACH == 0) {
                requireWritten(out);
                tell(written[0], begun, " so far");
            }
        });
        requireWritten(out);
        tell(written[0], begun, "");
    }

    /** A disk that is full, or a program behind a pipe that has gone; nobody else would say so. */
    private void requireWritten(PrintWriter out) {
        if (out.checkError()) {
            throw new UncheckedIOException(new IOException("Not all could be written to "
                    + (file.equals("-") ? "standard output" : file) + ": is the disk full, or the reader gone?"));
        }
    }

    private void tell(long written, long begun, String more) {
        double seconds = (System.nanoTime() - begun) / 1e9;
        spec.commandLine()
                .getErr()
                .printf("%d accounts%s, %.0f a second%n", written, more, written / Math.max(seconds, 1e-3));
    }
}
