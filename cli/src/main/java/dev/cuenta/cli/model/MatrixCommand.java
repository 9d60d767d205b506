package dev.cuenta.cli.model;

import dev.cuenta.cli.Service;
import dev.cuenta.cli.output.Output;
import dev.cuenta.cli.output.Table;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import tools.jackson.databind.JsonNode;

@Command(
        name = "matrix",
        mixinStandardHelpOptions = true,
        description = "Show what each party may read and write.",
        footerHeading = "%nExample:%n",
        footer = "  cuenta model matrix")
final class MatrixCommand implements Runnable {
    @Mixin
    private Service service;

    @Mixin
    private Output output;

    @Override
    public void run() {
        JsonNode matrix = service.client().get("/v1/model/matrix", Map.of()).body();
        if (output.printedAsJson(matrix)) {
            return;
        }
        List<String> parties = new ArrayList<>();
        matrix.path("parties").forEach(party -> parties.add(party.asString()));
        List<String> titles = new ArrayList<>(List.of("FIELD"));
        titles.addAll(parties);
        Table table = new Table(titles.toArray(String[]::new));
        for (JsonNode field : matrix.path("fields")) {
            List<Object> row = new ArrayList<>(List.of(field.path("path").asString()));
            parties.forEach(party -> row.add(cell(field.path("cells").path(party))));
            table.row(row.toArray());
        }
        table.print(output.writer());
    }

    private static String cell(JsonNode cell) {
        boolean reads = cell.path("reads").asBoolean();
        boolean writes = cell.path("writes").asBoolean();
        return reads ? (writes ? "reads, writes" : "reads") : (writes ? "writes" : "-");
    }
}
