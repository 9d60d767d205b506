package dev.cuenta.cli.model;

import dev.cuenta.cli.Service;
import dev.cuenta.cli.output.Output;
import dev.cuenta.cli.output.Table;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import tools.jackson.databind.JsonNode;

@Command(
        name = "matrix",
        mixinStandardHelpOptions = true,
        description = "Show what each party may read and write.",
        footerHeading = "%nExamples:%n",
        footer = {"  cuenta model matrix", "  cuenta model matrix --why person.bornOn"})
final class MatrixCommand implements Runnable {
    @Mixin
    private Service service;

    @Option(
            names = "--why",
            paramLabel = "FIELD",
            description = "Explain what each party may do with one field, and why.")
    private @Nullable String why;

    @Mixin
    private Output output;

    @Override
    public void run() {
        JsonNode matrix = service.client().get("/v1/model/matrix", Map.of()).body();
        if (output.printed(matrix)) {
            return;
        }
        if (why != null) {
            why(matrix, why);
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
        output.print(table);
    }

    private void why(JsonNode matrix, String path) {
        for (JsonNode field : matrix.path("fields")) {
            if (field.path("path").asString().equals(path)) {
                Table table = new Table("PARTY", "MAY", "WHY");
                field.path("cells").properties().forEach(cell -> {
                    List<String> rights = new ArrayList<>();
                    cell.getValue().path("rights").forEach(right -> rights.add(right.asString()));
                    table.row(
                            cell.getKey(),
                            rights.isEmpty() ? "-" : String.join(", ", rights),
                            cell.getValue().path("why").asString());
                });
                output.print(table);
                return;
            }
        }
        throw Problem.of(
                ProblemKind.NOT_FOUND, "The live model has no field `" + path + "`. cuenta model matrix lists them.");
    }

    private static String cell(JsonNode cell) {
        boolean reads = cell.path("reads").asBoolean();
        boolean writes = cell.path("writes").asBoolean();
        return reads ? (writes ? "reads, writes" : "reads") : (writes ? "writes" : "-");
    }
}
