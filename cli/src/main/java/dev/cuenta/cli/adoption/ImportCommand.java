package dev.cuenta.cli.adoption;

import dev.cuenta.cli.Service;
import dev.cuenta.cli.connection.CuentaClient;
import dev.cuenta.core.adoption.AdoptionPlan.Clash;
import dev.cuenta.core.adoption.Exported;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Field;
import dev.cuenta.source.JsonLines;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import java.util.function.Consumer;
import java.util.function.ToIntFunction;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

@Command(
        name = "import",
        mixinStandardHelpOptions = true,
        description = {
            "Bring in what `cuenta accounts export --whole` wrote, here or on another installation: accounts keep their ids, kinds,"
                    + " roles, memberships, confirmations, dates and pictures.",
            "It can be repeated: what was brought before stays as it is."
        },
        footerHeading = "%nExamples:%n",
        footer = {
            "  cuenta accounts export --whole accounts.jsonl",
            "  cuenta accounts import accounts.jsonl",
            "  gunzip --stdout accounts.jsonl.gz | cuenta accounts import -",
            "Passwords and secret fields are in no export. Rows of other programs come by: cuenta model adopt"
        })
public final class ImportCommand implements Callable<Integer> {
    @Spec
    private CommandSpec spec;

    @Mixin
    private Service service;

    @Parameters(paramLabel = "FILE", description = "Lines of JSON, an account each; - for standard input.")
    private Path file;

    @Option(
            names = "--source",
            paramLabel = "NAME",
            description = "The name under which the map of ids keeps the accounts; export if left out.")
    private String source = "export";

    @Option(
            names = "--clash",
            paramLabel = "FIELD=CHOICE",
            split = ",",
            description = {
                "What is done where another account has the same id or unique value: report (if nothing is said), join, renumber"
                        + " (ids only), empty (optional fields only).",
                "Of accounts that are here already, id=join brings what they lack."
            })
    private Map<String, Clash> clashes = Map.of();

    @Option(
            names = "--report",
            paramLabel = "FILE",
            description =
                    "A CSV file for accounts that were not brought or lost a value; import-report.csv if left out.")
    private Path report = Path.of("import-report.csv");

    @Override
    public Integer call() {
        CuentaClient client = service.client();
        AccountModel model = LiveModel.of(client);
        List<String> withheld = Exported.withheld(model).stream()
                .map(Field::path)
                .map(Object::toString)
                .toList();
        if (!withheld.isEmpty()) {
            spec.commandLine().getErr().println("No export has values of: " + String.join(", ", withheld));
        }
        Bringing bringing =
                new Bringing(source, clashes, client, spec.commandLine().getOut());
        return file.toString().equals("-")
                ? spooled(lines -> bringing.run(new Lines(lines, new Exported(model)), report))
                : bringing.run(new Lines(file, new Exported(model)), report);
    }

    /** Lines are counted before they are read: for that they have to be somewhere. */
    private static int spooled(ToIntFunction<Path> work) {
        try {
            Path lines = Files.createTempFile("cuenta", ".jsonl"); // for its owner's eyes only
            try {
                Files.copy(System.in, lines, StandardCopyOption.REPLACE_EXISTING);
                return work.applyAsInt(lines);
            } finally {
                Files.deleteIfExists(lines);
            }
        } catch (IOException unwritable) {
            throw new UncheckedIOException("Standard input cannot be kept until it is read", unwritable);
        }
    }

    private record Lines(Path file, Exported exported) implements Bringing.Rows {
        @Override
        public long count() {
            return JsonLines.count(file);
        }

        @Override
        public void each(Consumer<Map<String, Object>> reader) {
            JsonLines.each(file, account -> reader.accept(exported.row(account)));
        }
    }
}
