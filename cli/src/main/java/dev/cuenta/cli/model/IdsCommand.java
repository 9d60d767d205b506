package dev.cuenta.cli.model;

import dev.cuenta.cli.Service;
import dev.cuenta.cli.adoption.IdMap;
import dev.cuenta.cli.connection.CuentaClient;
import dev.cuenta.cli.output.Output;
import dev.cuenta.cli.output.Table;
import dev.cuenta.wire.upkeep.FormerId;
import dev.cuenta.wire.upkeep.IdCosts;
import dev.cuenta.wire.upkeep.IdCostsRequest;
import java.io.PrintWriter;
import java.util.Map;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;

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
        new IdMap<>(out, FormerId::formerId, FormerId::id)
                .print(
                        "formerId",
                        "id",
                        after -> client.items(
                                "/v1/model/former-ids",
                                Map.of("after", after, "limit", String.valueOf(IdMap.PAGE)),
                                FormerId.class));
    }

    private void measure() {
        IdCosts measured = service.client().post("/v1/model/id-costs", new IdCostsRequest(rows), IdCosts.class);
        if (output.printed(measured)) {
            return;
        }
        PrintWriter out = output.writer();
        Table table = new Table("SCHEME", "TABLE", "INDEX", "INSERTS A SECOND", "LOCALITY", "GUESSABLE");
        measured.items()
                .forEach(cost -> table.row(
                        cost.scheme(),
                        mebibytes(cost.tableBytes()),
                        mebibytes(cost.indexBytes()),
                        cost.insertsPerSecond(),
                        cost.locality(),
                        cost.guessable() ? "yes" : "no"));
        output.print(table);
        out.println();
        measured.words().forEach(out::println);
        out.flush();
    }

    private static String mebibytes(long bytes) {
        return Math.round(bytes / 104_857.6) / 10.0 + " MiB";
    }
}
