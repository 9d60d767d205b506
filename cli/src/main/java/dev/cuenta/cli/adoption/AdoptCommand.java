package dev.cuenta.cli.adoption;

import dev.cuenta.cli.ModelText;
import dev.cuenta.cli.Service;
import dev.cuenta.cli.Settings;
import dev.cuenta.cli.check.FindingPrinter;
import dev.cuenta.core.adoption.AdoptionPlan;
import dev.cuenta.core.adoption.Proposal;
import dev.cuenta.core.adoption.Source;
import dev.cuenta.core.adoption.SourceColumn;
import dev.cuenta.core.adoption.Survey;
import dev.cuenta.core.file.AdoptionFile;
import dev.cuenta.core.file.ModelFile;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import dev.cuenta.source.Sources;
import java.io.IOException;
import java.io.PrintWriter;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.Callable;
import java.util.function.Consumer;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Spec;

@Command(
        name = "adopt",
        mixinStandardHelpOptions = true,
        description = {
            "Take over the accounts of another program: a table and the one-to-one tables beside it, a CSV file, or JSON Lines.",
            "First it reads them all and writes a model file and a plan with a comment on every guess. When the model is"
                    + " published, --bring brings the rows in; it can be repeated and makes no doubles."
        },
        footerHeading = "%nExamples:%n",
        footer = {
            "  cuenta model adopt --from jdbc:postgresql://127.0.0.1/harbour --table users --user reader",
            "  cuenta model publish account-model.yaml",
            "  cuenta model adopt --plan adoption.yaml --bring",
            "The source's password is read from --password-file or CUENTA_SOURCE_PASSWORD."
        })
public final class AdoptCommand implements Callable<Integer> {
    @Spec
    private CommandSpec spec;

    @Mixin
    private Service service;

    @Option(names = "--from", paramLabel = "SOURCE", description = "A JDBC address, a .csv or a .jsonl file.")
    private @Nullable String from;

    @Option(names = "--table", paramLabel = "NAME", description = "The table that holds the accounts.")
    private @Nullable String table;

    @Option(
            names = "--beside",
            paramLabel = "NAME",
            split = ",",
            description = "One-to-one tables to read along; all that refer to the table if left out.")
    private @Nullable List<String> beside;

    @Option(names = "--key", paramLabel = "COLUMN", description = "Tells rows apart; the primary key if left out.")
    private @Nullable String key;

    @Option(
            names = "--source",
            paramLabel = "NAME",
            description = "The name under which the map of ids keeps the rows.")
    private @Nullable String source;

    @Option(names = "--user", paramLabel = "NAME", description = "Who reads the source's database.")
    private @Nullable String user;

    @Option(names = "--password-file", paramLabel = "FILE", description = "Holds the password of that user.")
    private @Nullable Path passwordFile;

    @Option(
            names = "--model",
            paramLabel = "FILE",
            description = "The model file to write; account-model.yaml if left out.")
    private Path model = Path.of("account-model.yaml");

    @Option(names = "--plan", paramLabel = "FILE", description = "The plan; adoption.yaml if left out.")
    private Path plan = Path.of("adoption.yaml");

    @Option(names = "--bring", description = "Import the rows as the plan says.")
    private boolean bring;

    @Option(
            names = "--report",
            paramLabel = "FILE",
            description = "A CSV file for rows that were not brought or lost a value; adoption-report.csv if left out.")
    private Path report = Path.of("adoption-report.csv");

    @Override
    public Integer call() {
        return bring ? bringIn() : propose();
    }

    private int propose() {
        if (from == null) {
            throw refused("Say what to adopt: --from jdbc:postgresql://HOST/DATABASE --table NAME, or a file.");
        }
        if (Files.exists(plan)) {
            throw refused(
                    "`" + plan + "` is there already. Bring the rows in with --bring, or name another: --plan FILE");
        }
        try (Source opened = Sources.open(from, table, beside, login())) {
            Survey survey = Survey.of(opened);
            Proposal proposal = proposal(survey);
            String name = source == null ? plainName(survey.name()) : source;
            boolean fresh = !Files.exists(model);
            if (fresh) {
                write(model, proposal.model(name.replace("-", "")));
            }
            write(plan, proposal.plan(name, from, table, opened.beside(), fresh ? null : present()));
            tell(survey, proposal, fresh);
        }
        return 0;
    }

    /** The rows are to follow a model that is there already. */
    private AccountModel present() {
        ModelFile file = ModelFile.read(model.toString(), ModelText.of(model));
        return file.model().orElseThrow(() -> refused("`" + model + "` has errors; see: cuenta model check " + model));
    }

    private Proposal proposal(Survey survey) {
        try {
            return new Proposal(survey, key);
        } catch (IllegalArgumentException noKey) {
            throw refused(String.valueOf(noKey.getMessage()));
        }
    }

    private void tell(Survey survey, Proposal proposal, boolean fresh) {
        PrintWriter out = spec.commandLine().getOut();
        out.println(survey.rows() + " rows of `" + survey.name() + "` were read.");
        for (Proposal.Doubt doubt : proposal.doubts()) {
            String examples = doubt.examples().isEmpty() ? "" : ": " + String.join(", ", doubt.examples());
            out.println("  " + doubt.column() + ": " + doubt.words() + examples);
        }
        out.println();
        out.println(
                fresh
                        ? "Wrote " + model + " and " + plan + ", with a comment on every guess. Read both, then:"
                        : "Wrote " + plan + "; " + model + " was there and stays as it is. Read both, then:");
        out.println("  cuenta model check " + model);
        out.println("  cuenta model publish " + model);
        out.println("  cuenta model adopt --plan " + plan + " --bring" + login().asOptions(passwordFile));
        out.flush();
    }

    private int bringIn() {
        AdoptionFile file = AdoptionFile.read(plan.toString(), ModelText.of(plan));
        AdoptionPlan read = file.plan().orElse(null);
        if (read == null) {
            new FindingPrinter(spec.commandLine()).print(file.findings(), ModelText.of(plan));
            return 1;
        }
        String where = from == null ? read.from() : from;
        try (Source opened = Sources.open(where, read.table(), read.beside(), login())) {
            checkColumns(read, opened);
            return new Bringing(
                            read.source(),
                            read.clashes(),
                            service.client(),
                            spec.commandLine().getOut())
                    .run(new Planned(read, opened), report);
        }
    }

    /** The rows of a source as its plan has them. */
    private record Planned(AdoptionPlan plan, Source source) implements Bringing.Rows {
        @Override
        public long count() {
            return source.rows();
        }

        @Override
        public void each(Consumer<Map<String, Object>> reader) {
            source.each(row -> reader.accept(plan.document(row)));
        }
    }

    private static void checkColumns(AdoptionPlan plan, Source source) {
        Set<String> known = new LinkedHashSet<>();
        source.columns().stream().map(SourceColumn::name).forEach(known::add);
        Set<String> wanted = new LinkedHashSet<>(plan.columns());
        wanted.removeAll(known);
        if (!wanted.isEmpty()) {
            throw refused("The plan names columns that the source does not have: " + String.join(", ", wanted)
                    + ". It has: " + String.join(", ", known) + ".");
        }
    }

    private Sources.Login login() {
        Settings settings = service.settings();
        return new Sources.Login(
                user == null ? settings.get("source-user").orElse(null) : user,
                passwordFile == null ? settings.get("source-password").orElse(null) : Settings.read(passwordFile));
    }

    private static String plainName(String name) {
        String plain =
                name.toLowerCase(Locale.ROOT).replaceAll("[^a-z0-9]+", "-").replaceAll("^-+|-+$", "");
        return plain.isEmpty() ? "source" : plain.substring(0, Math.min(40, plain.length()));
    }

    private static void write(Path file, String text) {
        try {
            Files.writeString(file, text);
        } catch (IOException unwritable) {
            throw new UncheckedIOException("`" + file + "` cannot be written", unwritable);
        }
    }

    private static Problem refused(String detail) {
        return Problem.of(ProblemKind.MALFORMED, detail);
    }
}
