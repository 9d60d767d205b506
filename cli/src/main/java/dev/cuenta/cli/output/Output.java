package dev.cuenta.cli.output;

import dev.cuenta.cli.connection.CuentaClient;
import java.io.PrintWriter;
import java.util.List;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Spec;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** The options {@code --output} and {@code --columns} of every command that prints a result, and the place where it prints. */
public final class Output {
    private enum Format {
        TABLE,
        JSON,
        JSONL,
        CSV
    }

    @Spec(Spec.Target.MIXEE)
    private CommandSpec command;

    @Option(
            names = "--output",
            paramLabel = "FORMAT",
            description =
                    "table (default), json, jsonl (one line per item) or csv (RFC 4180). With json and jsonl, problems are JSON too.")
    private Format format = Format.TABLE;

    @Option(
            names = "--columns",
            paramLabel = "COLUMNS",
            split = ",",
            description = "Only these columns of a table, by title; of csv, by path, such as meta.created.")
    private List<String> columns = List.of();

    /** Prints the result in a format for programs if the caller asked for one. Says whether it did. */
    public boolean printed(Object result) {
        if (format == Format.TABLE) {
            return false;
        }
        JsonMapper json = CuentaClient.json();
        JsonNode node = json.valueToTree(result);
        switch (format) {
            case JSON -> writer().println(json.writerWithDefaultPrettyPrinter().writeValueAsString(node));
            case JSONL -> items(node).forEach(item -> writer().println(json.writeValueAsString(item)));
            default -> Csv.write(items(node), columns, writer());
        }
        writer().flush();
        return true;
    }

    private static List<JsonNode> items(JsonNode result) {
        JsonNode items = result.isArray() ? result : result.path("items");
        return items.isArray() ? items.valueStream().toList() : List.of(result);
    }

    /** Prints a table with the columns that were asked for. */
    public void print(Table table) {
        table.only(columns).print(writer());
    }

    /** As {@link #print}, or what is said instead of a table without rows. */
    public void print(Table table, String otherwise) {
        table.only(columns).printOr(writer(), otherwise);
    }

    /** The columns that were asked for; empty for the usual ones. */
    public List<String> columns() {
        return columns;
    }

    public PrintWriter writer() {
        return command.commandLine().getOut();
    }
}
