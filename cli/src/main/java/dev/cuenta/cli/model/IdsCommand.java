package dev.cuenta.cli.model;

import dev.cuenta.cli.Service;
import dev.cuenta.cli.output.Output;
import dev.cuenta.cli.output.Table;
import java.io.PrintWriter;
import java.util.Map;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import tools.jackson.databind.JsonNode;

@Command(
        name = "ids",
        mixinStandardHelpOptions = true,
        description = "Measure on the connected database, in temporary tables, what each id scheme costs.",
        footerHeading = "%nExample:%n",
        footer = "  cuenta model ids --rows 1000000")
final class IdsCommand implements Runnable {
    @Mixin
    private Service service;

    @Option(names = "--rows", paramLabel = "COUNT", description = "How many ids of each scheme; 200000 if left out.")
    private int rows = 200_000;

    @Mixin
    private Output output;

    @Override
    public void run() {
        JsonNode measured = service.client()
                .post("/v1/model/id-costs", Map.of("rows", rows))
                .body();
        if (output.printedAsJson(measured)) {
            return;
        }
        PrintWriter out = output.writer();
        Table table = new Table("SCHEME", "TABLE", "INDEX", "INSERTS A SECOND", "LOCALITY", "GUESSABLE");
        for (JsonNode cost : measured.path("items")) {
            table.row(
                    cost.path("scheme").asString(),
                    mebibytes(cost.path("tableBytes").asLong()),
                    mebibytes(cost.path("indexBytes").asLong()),
                    cost.path("insertsPerSecond").asLong(),
                    cost.path("locality").asDouble(),
                    cost.path("guessable").asBoolean() ? "yes" : "no");
        }
        table.print(out);
        out.println();
        measured.path("words").forEach(line -> out.println(line.asString()));
        out.flush();
    }

    private static String mebibytes(long bytes) {
        return Math.round(bytes / 104_857.6) / 10.0 + " MiB";
    }
}
