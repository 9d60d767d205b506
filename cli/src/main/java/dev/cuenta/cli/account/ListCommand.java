package dev.cuenta.cli.account;

import dev.cuenta.cli.Service;
import dev.cuenta.cli.connection.CuentaClient;
import dev.cuenta.cli.output.Output;
import dev.cuenta.cli.output.Table;
import java.io.PrintWriter;
import java.util.List;
import java.util.Map;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Spec;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

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
    private static final int MOST = 200;
    /** What every answer has, whichever fields are asked for. */
    private static final Pattern ALWAYS = Pattern.compile("id|kind|displayName|roles|tenants|meta\\..*");

    @Spec
    private CommandSpec spec;

    @Mixin
    private Service service;

    @Mixin
    private Chosen chosen;

    @Option(names = "--limit", paramLabel = "N", description = "How many on a page (25).")
    private int limit = 25;

    @Option(names = "--all", description = "Every page; for a file, `cuenta accounts export` is faster.")
    private boolean all;

    @Option(names = "--cursor", paramLabel = "CURSOR", description = "Go on where the page before ended.")
    private @Nullable String cursor;

    @Mixin
    private Output output;

    @Override
    public void run() {
        CuentaClient client = service.client();
        chosen.caution(client, spec.commandLine().getErr());
        JsonNode page = pages(client);
        if (output.printed(page)) {
            return;
        }
        List<String> columns = output.columns();
        print(page.path("items"), columns.isEmpty() ? Form.of(client).signInFields() : columns, output.writer());
        if (page.has("next")) {
            spec.commandLine()
                    .getErr()
                    .println("There are more: --all, or --cursor "
                            + page.path("next").asString());
        }
    }

    /** One page, or all of them as one. */
    private JsonNode pages(CuentaClient client) {
        Map<String, String> query = query();
        ObjectNode pages = (ObjectNode) client.get("/v1/accounts", query).body();
        while (all && pages.has("next")) {
            query.put("cursor", pages.path("next").asString());
            ObjectNode next = (ObjectNode) client.get("/v1/accounts", query).body();
            pages.withArray("items").addAll((ArrayNode) next.path("items"));
            pages.remove("next");
            if (next.has("next")) {
                pages.set("next", next.path("next"));
            }
        }
        return pages;
    }

    private Map<String, String> query() {
        List<String> fields = output.columns().stream()
                .filter(column -> !ALWAYS.matcher(column).matches())
                .toList();
        Map<String, String> query = chosen.query(fields);
        query.put("limit", String.valueOf(all ? MOST : limit));
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
