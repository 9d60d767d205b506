package dev.cuenta.cli.activity;

import dev.cuenta.cli.Service;
import dev.cuenta.cli.account.Accounts;
import dev.cuenta.cli.connection.CuentaClient;
import dev.cuenta.cli.output.Moments;
import dev.cuenta.cli.output.Output;
import dev.cuenta.cli.output.Table;
import dev.cuenta.wire.activity.ActivityEntry;
import dev.cuenta.wire.activity.ActivityPage;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.StringJoiner;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;

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
        ActivityPage page = client.get("/v1/activity", query, ActivityPage.class);
        if (output.printed(page)) {
            return;
        }
        Table table = new Table("WHEN", "WHAT", "TO", "BY", "FROM", "DETAILS");
        page.items()
                .forEach(item -> table.row(
                        Moments.second(item.at()),
                        item.action(),
                        name(item.account(), page),
                        by(item, page),
                        item.address() == null ? "" : item.address(),
                        details(item.details())));
        output.print(table, "Nothing was told.");
        if (page.next() != null) {
            output.writer().println("There is more: --before " + page.next());
            output.writer().flush();
        }
    }

    private static void put(Map<String, String> query, String name, @Nullable String value) {
        if (value != null) {
            query.put(name, value);
        }
    }

    private static String by(ActivityEntry item, ActivityPage page) {
        String person = name(item.person(), page);
        String service = item.service();
        if (service != null) {
            return person.isEmpty() ? service : service + " for " + person;
        }
        if (!person.isEmpty()) {
            return person;
        }
        if ("installation-key".equals(item.via())) {
            return "installation key";
        }
        return item.address() != null ? "not signed in" : "Cuenta itself";
    }

    private static String name(@Nullable String id, ActivityPage page) {
        return id == null ? "" : page.names().getOrDefault(id, id);
    }

    private static String details(Map<String, Object> details) {
        StringJoiner words = new StringJoiner("; ");
        details.forEach((key, detail) -> {
            if (key.equals("fields") && detail instanceof Map<?, ?> fields) {
                fields.forEach((field, change) -> words.add(change(field, change)));
            } else if (!text(detail).isEmpty()) {
                words.add(key + " " + text(detail));
            }
        });
        return words.toString();
    }

    private static String change(Object field, Object change) {
        if (change instanceof Map<?, ?> values && !(text(values.get("from")) + text(values.get("to"))).isEmpty()) {
            return field + ": " + text(values.get("from")) + " -> " + text(values.get("to"));
        }
        return field.toString();
    }

    private static String text(@Nullable Object value) {
        if (value instanceof Collection<?> items) {
            return items.stream().map(String::valueOf).collect(Collectors.joining(", "));
        }
        if (value instanceof Map<?, ?> entries) {
            return entries.entrySet().stream()
                    .map(entry -> entry.getKey() + " " + text(entry.getValue()))
                    .collect(Collectors.joining(", "));
        }
        return value == null ? "" : value.toString();
    }
}
