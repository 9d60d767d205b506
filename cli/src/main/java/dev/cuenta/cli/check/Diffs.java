package dev.cuenta.cli.check;

import dev.cuenta.cli.connection.CuentaClient;
import dev.cuenta.core.file.ModelFile;
import dev.cuenta.wire.model.Effect;
import dev.cuenta.wire.model.ModelChange;
import dev.cuenta.wire.model.ModelDiff;
import dev.cuenta.wire.model.ModelSource;
import java.io.PrintWriter;
import java.util.List;
import java.util.Objects;
import java.util.stream.Collectors;
import picocli.CommandLine;

/** Asks for a diff and shows it; shared by diff and publish. */
public final class Diffs {
    private final CommandLine command;

    public Diffs(CommandLine command) {
        this.command = command;
    }

    /** Prints findings, if there are any that matter, and gives the answer; without {@code changes} when the file has errors. */
    public ModelDiff ask(CuentaClient client, String file, String source, boolean script) {
        ModelDiff diff = client.post("/v1/model/diffs", new ModelSource(file, source, script), ModelDiff.class);
        if (diff.changes() == null) {
            new FindingPrinter(command).print(ModelFile.read(file, source));
        }
        return diff;
    }

    public void print(ModelDiff diff) {
        PrintWriter out = command.getOut();
        List<ModelChange> changes = changes(diff);
        int live = Objects.requireNonNullElse(diff.liveRevision(), 0);
        if (changes.isEmpty()) {
            out.println("Nothing changes against revision " + live + ".");
            return;
        }
        out.println(live == 0 ? "Nothing is published yet." : "Against revision " + live + ":");
        out.println();
        long rate = Objects.requireNonNullElse(diff.recordsPerSecond(), 0L);
        changes.forEach(change -> print(change, rate, out));
        out.println();
        out.println("Fingerprint " + diff.fingerprint());
        out.flush();
    }

    private void print(ModelChange change, long rate, PrintWriter out) {
        long records = change.records();
        Effect effect = change.effect();
        boolean rewrites = effect == Effect.BACKFILL || effect == Effect.NARROWING;
        String duration = rewrites && rate > 0 ? ", about " + Durations.spelt(records / rate) : "";
        out.println("  " + change.what());
        out.println("      " + command.getColorScheme().ansi().string("@|" + style(effect) + " " + effect + "|@")
                + (records == 0 ? "" : ", " + records + " " + counted(effect, records))
                + duration + ". " + change.consequence());
        if (!change.examples().isEmpty()) {
            out.println("      Such as: " + String.join(" | ", change.examples()));
        }
        if (change.filter() != null) {
            List<ModelChange.Account> accounts = Objects.requireNonNullElse(change.accounts(), List.of());
            String names = accounts.stream()
                    .map(account -> Objects.requireNonNullElse(account.displayName(), account.id()))
                    .collect(Collectors.joining(", "));
            out.println("      Accounts: " + names + (accounts.size() < records ? ", ..." : ""));
            out.println("      To list them: cuenta accounts list --filter '" + change.filter() + "'");
        }
        if (change.toAllow()) {
            out.println("      To publish it: --allow " + change.name());
        }
    }

    private static String counted(Effect effect, long count) {
        if (effect == Effect.GRANT) {
            return count == 1 ? "person" : "people";
        }
        return count == 1 ? "record" : "records";
    }

    /** What asks for a decision stands out. */
    private static String style(Effect effect) {
        return switch (effect) {
            case LOSS, DECISION, UNSUPPORTED -> "bold,red";
            case NARROWING, CONTRACT, GRANT -> "bold,yellow";
            default -> "bold";
        };
    }

    /** Of a file without errors. */
    static List<ModelChange> changes(ModelDiff diff) {
        return Objects.requireNonNull(diff.changes());
    }

    static void printScript(ModelDiff diff, PrintWriter out) {
        Objects.requireNonNullElse(diff.script(), List.<String>of()).forEach(out::println);
        out.flush();
    }
}
