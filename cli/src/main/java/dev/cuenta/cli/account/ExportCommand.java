package dev.cuenta.cli.account;

import dev.cuenta.cli.Service;
import dev.cuenta.cli.adoption.LiveModel;
import dev.cuenta.cli.connection.CuentaClient;
import dev.cuenta.core.adoption.Exported;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import java.io.IOException;
import java.io.PrintWriter;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.List;
import java.util.function.UnaryOperator;
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
            "  cuenta accounts export --whole accounts.jsonl      # what `cuenta accounts import` brings in again",
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

    @Option(
            names = "--whole",
            description =
                    "Every field that an export can have, also those that answers have only when asked, and pictures: for `accounts import`.")
    private boolean whole;

    @Override
    public void run() {
        if (whole && !fields.isEmpty()) {
            throw Problem.of(
                    ProblemKind.MALFORMED, "--whole is all fields, --fields some of them: give only one of both.");
        }
        if (file.equals("-")) {
            PrintWriter out = spec.commandLine().getOut();
            write(out);
            out.flush();
            return;
        }
        Path target = Path.of(file);
        Path part = target.resolveSibling(target.getFileName() + ".part");
        try {
            try (PrintWriter out = new PrintWriter(Files.newBufferedWriter(part))) {
                write(out);
            }
            Files.move(part, target, StandardCopyOption.REPLACE_EXISTING);
        } catch (IOException refused) {
            throw new UncheckedIOException(
                    "Cannot write " + file + ". Is there such a folder, and may you write there?", refused);
        } finally {
            // What is not whole is no export.
            part.toFile().delete();
        }
    }

    private void write(PrintWriter out) {
        CuentaClient client = service.client();
        if (whole) {
            AccountModel model = LiveModel.of(client);
            write(client, Exported.fields(model), new ExportedPictures(client, model)::in, out);
        } else {
            write(client, fields, UnaryOperator.identity(), out);
        }
    }

    private void write(CuentaClient client, List<String> named, UnaryOperator<String> complete, PrintWriter out) {
        long begun = System.nanoTime();
        long[] written = {0};
        client.lines("/v1/accounts", chosen.query(named), line -> {
            out.println(complete.apply(line));
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
