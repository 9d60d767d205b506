package dev.cuenta.cli.model;

import dev.cuenta.cli.Agreement;
import dev.cuenta.cli.Service;
import dev.cuenta.cli.connection.CuentaClient;
import dev.cuenta.cli.output.Output;
import dev.cuenta.cli.output.Table;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import tools.jackson.databind.JsonNode;

@Command(
        name = "sweep",
        mixinStandardHelpOptions = true,
        description = "List what publishing set aside, or delete it for good.",
        footerHeading = "%nExample:%n",
        footer = "  cuenta model sweep --up-to 4")
final class SweepCommand implements Runnable {
    @Mixin
    private Service service;

    @Mixin
    private Output output;

    @Option(
            names = "--up-to",
            paramLabel = "REVISION",
            description = "Delete for good what revisions up to this one set aside. Without it, only list.")
    private @Nullable Integer upTo;

    @Mixin
    private Agreement agreement;

    @Override
    public void run() {
        if (upTo != null) {
            agreement.require(() -> "Delete for good what revisions up to " + upTo + " set aside?");
        }
        CuentaClient client = service.client();
        JsonNode items = upTo == null
                ? client.get("/v1/model/leftovers", Map.of()).body()
                : client.post("/v1/model/sweeps", Map.of("upToRevision", upTo)).body();
        if (output.printed(items)) {
            return;
        }
        if (items.path("items").isEmpty()) {
            output.writer().println(upTo == null ? "Nothing is set aside." : "There was nothing to sweep.");
            output.writer().flush();
            return;
        }
        Table table = new Table("TABLE", "COLUMN", "REVISION", "SINCE", "VALUES", upTo == null ? "KEPT AS" : "DELETED");
        for (JsonNode kept : items.path("items")) {
            table.row(
                    kept.path("table").asString(),
                    kept.path("column").asString(),
                    kept.path("revision").asInt(),
                    kept.path("keptAt").asString().substring(0, 10),
                    kept.path("values").asLong(),
                    kept.path("keptAs").asString());
        }
        output.print(table);
    }
}
