package dev.cuenta.cli.account;

import dev.cuenta.cli.Service;
import dev.cuenta.cli.connection.CuentaClient;
import dev.cuenta.cli.output.Output;
import dev.cuenta.cli.output.Table;
import java.io.IOException;
import java.io.PrintWriter;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import tools.jackson.databind.JsonNode;

@Command(
        name = "dossier",
        mixinStandardHelpOptions = true,
        description = {
            "Show everything that is stored about an account, for its owner.",
            "What you may not read is named but not shown. The activity records that a data export was made."
        },
        footerHeading = "%nExamples:%n",
        footer = {
            "  cuenta accounts dossier ines@marea.example --page ines.html",
            "  cuenta accounts dossier ines@marea.example --output json"
        })
final class DossierCommand implements Runnable {
    @Mixin
    private Service service;

    @Parameters(paramLabel = "ACCOUNT", description = "Its id, or what it signs in with.")
    private String account;

    @Option(names = "--page", paramLabel = "FILE", description = "Write a page that can be read and printed.")
    private @Nullable Path page;

    @Mixin
    private Output output;

    @Override
    public void run() {
        CuentaClient client = service.client();
        String path = Accounts.path(client, account) + "/dossier";
        if (page != null) {
            write(page, client.download(path, "text/html"));
            output.writer().println("Written to " + page + ".");
            output.writer().flush();
            return;
        }
        JsonNode dossier = client.get(path, Map.of()).body();
        if (!output.printed(dossier)) {
            dossier.properties().forEach(section -> print(section.getKey(), section.getValue(), output.writer()));
        }
    }

    private static void write(Path file, byte[] content) {
        try {
            Files.write(file, content);
        } catch (IOException refused) {
            throw new UncheckedIOException(refused);
        }
    }

    private static void print(String section, JsonNode content, PrintWriter out) {
        List<JsonNode> rows = new ArrayList<>();
        if (content.isArray()) {
            content.forEach(rows::add);
        } else {
            rows.add(content);
        }
        Set<String> columns = new LinkedHashSet<>();
        rows.forEach(row -> columns.addAll(row.propertyNames()));
        out.println(section.toUpperCase(Locale.ROOT));
        if (columns.isEmpty()) {
            out.println("Nothing.");
        } else {
            Table table = new Table(columns.toArray(String[]::new));
            rows.forEach(row -> table.row(
                    columns.stream().map(column -> shown(row.path(column))).toArray()));
            table.print(out);
        }
        out.println();
        out.flush();
    }

    private static String shown(JsonNode value) {
        if (value.isArray()) {
            List<String> texts = new ArrayList<>();
            value.forEach(each -> texts.add(shown(each)));
            return String.join(", ", texts);
        }
        return value.isMissingNode() ? "" : value.isString() ? value.asString() : value.toString();
    }
}
