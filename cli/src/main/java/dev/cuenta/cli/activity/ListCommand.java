package dev.cuenta.cli.activity;

import dev.cuenta.cli.Service;
import dev.cuenta.cli.account.Accounts;
import dev.cuenta.cli.connection.CuentaClient;
import dev.cuenta.cli.output.Output;
import dev.cuenta.cli.output.Table;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.StringJoiner;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import tools.jackson.databind.JsonNode;

@Command(
        name = "list",
        mixinStandardHelpOptions = true,
        description = {
            "List what was done, newest first: to whom, by whom, with which fields; values of personal fields are masked.",
            "The account may be gone: then name it by its id."
        },
        footerHeading = "%nExamples:%n",
        footer = {
            "  cuenta activity list --account vera@marea.example",
            "  cuenta activity list --action sign-in-failed --limit 200"
        })
final class ListCommand implements Runnable {
    @Mixin
    private Service service;

    @Option(
            names = "--account",
            paramLabel = "ACCOUNT",
            description = "To which account: its id, or what it signs in with.")
    private @Nullable String account;

    @Option(names = "--person", paramLabel = "ACCOUNT", description = "By whom: an id, or what they sign in with.")
    private @Nullable String person;

    @Option(names = "--service", paramLabel = "NAME", description = "By which service.")
    private @Nullable String byService;

    @Option(names = "--action", paramLabel = "ACTION", description = "Such as account-changed or signed-in.")
    private @Nullable String action;

    @Option(names = "--limit", paramLabel = "COUNT", description = "How many; 50 if left out, 200 at most.")
    private int limit = 50;

    @Option(names = "--before", paramLabel = "NUMBER", description = "Those before this number: the next page.")
    private @Nullable String before;

    @Mixin
    private Output output;

    @Override
    public void run() {
        CuentaClient client = service.client();
        Map<String, String> query = new LinkedHashMap<>();
        put(query, "account", account == null ? null : Accounts.id(client, account));
        put(query, "person", person == null ? null : Accounts.id(client, person));
        put(query, "service", byService);
        put(query, "action", action);
        put(query, "before", before);
        query.put("limit", String.valueOf(limit));
        JsonNode page = client.get("/v1/activity", query).body();
        if (output.printed(page)) {
            return;
        }
        Table table = new Table("WHEN", "WHAT", "TO", "BY", "FROM", "DETAILS");
        page.path("items")
                .forEach(item -> table.row(
                        item.path("at").asString().replaceFirst("(\\.\\d+)?Z$", "Z"),
                        item.path("action").asString(),
                        name(item.path("account").asString(""), page),
                        by(item, page),
                        item.path("address").asString(""),
                        details(item.path("details"))));
        output.print(table, "Nothing was told.");
        if (page.has("next")) {
            output.writer()
                    .println("There is more: --before " + page.path("next").asString());
            output.writer().flush();
        }
    }

    private static void put(Map<String, String> query, String name, @Nullable String value) {
        if (value != null) {
            query.put(name, value);
        }
    }

    private static String by(JsonNode item, JsonNode page) {
        String person = name(item.path("person").asString(""), page);
        String service = item.path("service").asString("");
        if (!service.isEmpty()) {
            return person.isEmpty() ? service : service + " for " + person;
        }
        if (!person.isEmpty()) {
            return person;
        }
        if (item.path("via").asString("").equals("installation-key")) {
            return "installation key";
        }
        return item.has("address") ? "not signed in" : "Cuenta itself";
    }

    private static String name(String id, JsonNode page) {
        return page.path("names").path(id).asString(id);
    }

    private static String details(JsonNode details) {
        StringJoiner words = new StringJoiner("; ");
        details.properties().forEach(detail -> {
            if (detail.getKey().equals("fields") && detail.getValue().isObject()) {
                detail.getValue().properties().forEach(field -> words.add(change(field.getKey(), field.getValue())));
            } else if (!detail.getValue().isArray() || !detail.getValue().isEmpty()) {
                words.add(detail.getKey() + " " + text(detail.getValue()));
            }
        });
        return words.toString();
    }

    private static String change(String field, JsonNode change) {
        String from = change.path("from").asString("");
        String to = change.path("to").asString("");
        return from.isEmpty() && to.isEmpty() ? field : field + ": " + from + " -> " + to;
    }

    private static String text(JsonNode value) {
        if (!value.isArray()) {
            return value.asString();
        }
        StringJoiner items = new StringJoiner(", ");
        value.forEach(item -> items.add(item.asString()));
        return items.toString();
    }
}
