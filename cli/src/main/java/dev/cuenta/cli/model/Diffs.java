package dev.cuenta.cli.model;

import dev.cuenta.cli.ModelText;
import dev.cuenta.client.CuentaClient;
import dev.cuenta.core.file.ModelFile;
import java.io.PrintWriter;
import java.nio.file.Path;
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
    JsonNode ask(CuentaClient client, Path file) {
        String source = ModelText.of(file);
        JsonNode diff = client.post("/v1/model/diffs", Map.of("file", file.toString(), "source", source))
                .body();
        if (!diff.has("changes")) {
            new FindingPrinter(command).print(ModelFile.read(file.toString(), source));
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
        for (JsonNode change : changes) {
            long records = change.path("records").asLong();
            String effect = change.path("effect").asString() + (records == 0 ? "" : ", " + records + " records");
            out.println("  " + change.path("what").asString());
            out.println("      " + effect + ". " + change.path("consequence").asString());
            if (change.path("toAllow").asBoolean()) {
                out.println(
                        "      To publish it: --allow " + change.path("name").asString());
            }
        }
        out.println();
        out.println("Fingerprint " + diff.path("fingerprint").asString());
        out.flush();
    }
}
