package dev.cuenta.cli.model;

import dev.cuenta.cli.connection.CuentaClient;
import dev.cuenta.core.file.ModelFile;
import java.io.PrintWriter;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import picocli.CommandLine;
import tools.jackson.databind.JsonNode;

/** Asks for a diff and shows it; shared by diff and publish. */
final class Diffs {
    private final CommandLine command;

    Diffs(CommandLine command) {
        this.command = command;
    }

    /** Prints findings, if there are any that matter, and gives the answer; without {@code changes} when the file has errors. */
    JsonNode ask(CuentaClient client, String file, String source, boolean script) {
        JsonNode diff = client.post("/v1/model/diffs", Map.of("file", file, "source", source, "script", script))
                .body();
        if (!diff.has("changes")) {
            new FindingPrinter(command).print(ModelFile.read(file, source));
        }
        return diff;
    }

    void print(JsonNode diff) {
        PrintWriter out = command.getOut();
        JsonNode changes = diff.path("changes");
        int live = diff.path("liveRevision").asInt();
        if (changes.isEmpty()) {
            out.println("Nothing changes against revision " + live + ".");
            return;
        }
        out.println(live == 0 ? "Nothing is published yet." : "Against revision " + live + ":");
        out.println();
        long rate = diff.path("recordsPerSecond").asLong();
        changes.forEach(change -> print(change, rate, out));
        out.println();
        out.println("Fingerprint " + diff.path("fingerprint").asString());
        out.flush();
    }

    private void print(JsonNode change, long rate, PrintWriter out) {
        long records = change.path("records").asLong();
        String effect = change.path("effect").asString();
        boolean rewrites = effect.equals("backfill") || effect.equals("narrowing");
        String duration = rewrites && rate > 0 ? ", about " + Durations.spelt(records / rate) : "";
        out.println("  " + change.path("what").asString());
        out.println("      " + command.getColorScheme().ansi().string("@|" + style(effect) + " " + effect + "|@")
                + (records == 0 ? "" : ", " + records + " " + counted(effect, records))
                + duration + ". " + change.path("consequence").asString());
        if (!change.path("examples").isEmpty()) {
            List<String> examples = new ArrayList<>();
            change.path("examples").forEach(example -> examples.add(example.asString()));
            out.println("      Such as: " + String.join(" | ", examples));
        }
        if (change.hasNonNull("filter")) {
            List<String> names = new ArrayList<>();
            change.path("accounts")
                    .forEach(account -> names.add(account.path("displayName").asString()));
            out.println("      Accounts: " + String.join(", ", names) + (names.size() < records ? ", ..." : ""));
            out.println("      To list them: cuenta accounts list --filter '"
                    + change.path("filter").asString() + "'");
        }
        if (change.path("toAllow").asBoolean()) {
            out.println("      To publish it: --allow " + change.path("name").asString());
        }
    }

    private static String counted(String effect, long count) {
        if (effect.equals("grant")) {
            return count == 1 ? "person" : "people";
        }
        return count == 1 ? "record" : "records";
    }

    /** What asks for a decision stands out. */
    private static String style(String effect) {
        return switch (effect) {
            case "loss", "decision", "unsupported" -> "bold,red";
            case "narrowing", "contract", "grant" -> "bold,yellow";
            default -> "bold";
        };
    }

    static void printScript(JsonNode diff, PrintWriter out) {
        diff.path("script").forEach(line -> out.println(line.asString()));
        out.flush();
    }
}
