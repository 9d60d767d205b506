package dev.cuenta.cli.model;

import dev.cuenta.cli.Service;
import dev.cuenta.cli.output.Output;
import dev.cuenta.cli.output.Table;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import dev.cuenta.wire.model.AccessMatrix;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;

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
        AccessMatrix matrix = service.client().get("/v1/model/matrix", Map.of(), AccessMatrix.class);
        if (output.printed(matrix)) {
            return;
        }
        if (why != null) {
            why(matrix, why);
            return;
        }
        List<String> titles = new ArrayList<>(List.of("FIELD"));
        titles.addAll(matrix.parties());
        Table table = new Table(titles.toArray(String[]::new));
        for (AccessMatrix.Row field : matrix.fields()) {
            List<Object> row = new ArrayList<>(List.of(field.path()));
            matrix.parties().forEach(party -> row.add(cell(field.cells().get(party))));
            table.row(row.toArray());
        }
        output.print(table);
    }

    private void why(AccessMatrix matrix, String path) {
        for (AccessMatrix.Row field : matrix.fields()) {
            if (field.path().equals(path)) {
                Table table = new Table("PARTY", "MAY", "WHY");
                field.cells()
                        .forEach((party, cell) -> table.row(
                                party, cell.rights().isEmpty() ? "-" : String.join(", ", cell.rights()), cell.why()));
                output.print(table);
                return;
            }
        }
        throw Problem.of(
                ProblemKind.NOT_FOUND, "The live model has no field `" + path + "`. cuenta model matrix lists them.");
    }

    private static String cell(AccessMatrix.@Nullable Cell cell) {
        boolean reads = cell != null && cell.reads();
        boolean writes = cell != null && cell.writes();
        return reads ? (writes ? "reads, writes" : "reads") : (writes ? "writes" : "-");
    }
}
