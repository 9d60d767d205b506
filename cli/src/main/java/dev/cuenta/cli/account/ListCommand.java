package dev.cuenta.cli.account;

import dev.cuenta.cli.Service;
import dev.cuenta.cli.output.Output;
import dev.cuenta.cli.output.Table;
import dev.cuenta.client.CuentaClient;
import java.io.PrintWriter;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Spec;
import tools.jackson.databind.JsonNode;

@Command(
        name = "list",
        mixinStandardHelpOptions = true,
        description = "List accounts, a page at a time.",
        footerHeading = "%nExamples:%n",
        footer = {
            "  cuenta accounts list",
            "  cuenta accounts list --filter 'kind eq \"staff\" and person.familyName sw \"b\"' --sort person.familyName",
            "  cuenta accounts list --columns email,mooring.credit --sort=-mooring.credit"
        })
final class ListCommand implements Runnable {
    @Spec
    private CommandSpec spec;

    @Mixin
    private Service service;

    @Mixin
    private Chosen chosen;

    @Option(names = "--columns", paramLabel = "FIELDS", split = ",", description = "Which fields to show, by comma.")
    private List<String> columns = List.of();

    @Option(names = "--limit", paramLabel = "N", description = "How many on a page (25).")
    private int limit = 25;

    @Option(names = "--cursor", paramLabel = "CURSOR", description = "Go on where the page before ended.")
    private @Nullable String cursor;

    @Mixin
    private Output output;

    @Override
    public void run() {
        CuentaClient client = service.client();
        chosen.caution(client, spec.commandLine().getErr());
        JsonNode page = client.get("/v1/accounts", query()).body();
        PrintWriter out = output.writer();
        if (output.printedAsJson(page)) {
            return;
        }
        print(page.path("items"), columns.isEmpty() ? Form.of(client).signInFields() : columns, out);
        if (page.has("next")) {
            spec.commandLine()
                    .getErr()
                    .println("There are more: --cursor " + page.path("next").asString());
        }
    }

    private Map<String, String> query() {
        Map<String, String> query = chosen.query(columns);
        query.put("limit", String.valueOf(limit));
        if (cursor != null) {
            query.put("cursor", cursor);
        }
        return query;
    }

    private static void print(JsonNode items, List<String> shown, PrintWriter out) {
        String[] titles = new String[shown.size() + 4];
        titles[0] = "ID";
        titles[1] = "NAME";
        titles[2] = "KIND";
        for (int i = 0; i < shown.size(); i++) {
            titles[i + 3] = shown.get(i);
        }
        titles[titles.length - 1] = "CREATED";
        Table table = new Table(titles);
        for (JsonNode item : items) {
            Object[] row = new Object[titles.length];
            row[0] = item.path("id").asString();
            row[1] = item.path("displayName").asString();
            row[2] = item.path("kind").asString();
            for (int i = 0; i < shown.size(); i++) {
                row[i + 3] = Accounts.text(item.at("/" + shown.get(i).replace('.', '/')));
            }
            row[row.length - 1] = item.path("meta").path("created").asString().replaceFirst("T.*", "");
            table.row(row);
        }
        table.printOr(out, "No account matches.");
    }
}
