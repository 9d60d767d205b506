package dev.cuenta.cli.model;

import dev.cuenta.cli.Service;
import dev.cuenta.cli.connection.CuentaClient;
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
        description = {
            "Measure on the connected database, in temporary tables, what each id scheme costs.",
            "With --map, print which id each account had before the id scheme changed, as CSV."
        },
        footerHeading = "%nExamples:%n",
        footer = {"  cuenta model ids --rows 1000000", "  cuenta model ids --map > ids.csv"})
final class IdsCommand implements Runnable {
    @Mixin
    private Service service;

    @Option(names = "--rows", paramLabel = "COUNT", description = "How many ids of each scheme; 200000 if left out.")
    private int rows = 200_000;

    @Option(names = "--map", description = "Print the former and the present id of each account.")
    private boolean map;

    @Mixin
    private Output output;

    @Override
    public void run() {
        if (map) {
            printMap(service.client(), output.writer());
        } else {
            measure();
        }
    }

    private static void printMap(CuentaClient client, PrintWriter out) {
        IdMap map = new IdMap(out, "formerId", "id");
        map.print(after ->
                client.get("/v1/model/former-ids", Map.of("after", after, "limit", String.valueOf(IdMap.PAGE))));
    }

    private void measure() {
        JsonNode measured = service.client()
                .post("/v1/model/id-costs", Map.of("rows", rows))
                .body();
        if (output.printed(measured)) {
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
        output.print(table);
        out.println();
        measured.path("words").forEach(line -> out.println(line.asString()));
        out.flush();
    }

    private static String mebibytes(long bytes) {
        return Math.round(bytes / 104_857.6) / 10.0 + " MiB";
    }
}
