package dev.cuenta.cli.account;

import dev.cuenta.cli.Service;
import dev.cuenta.cli.output.Output;
import dev.cuenta.cli.output.Table;
import java.util.List;
import java.util.Map;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;
import tools.jackson.databind.JsonNode;

@Command(
        name = "lookup",
        mixinStandardHelpOptions = true,
        description = "Find many accounts at once, by id or by a field that is unique.",
        footerHeading = "%nExamples:%n",
        footer = {
            "  cuenta accounts lookup --by email tomas@marea.example ines@marea.example",
            "  cuenta accounts lookup --by email --output json tomas@marea.example"
        })
final class LookupCommand implements Runnable {
    @Spec
    private CommandSpec spec;

    @Mixin
    private Service service;

    @Parameters(paramLabel = "VALUE", arity = "1..1000", description = "Ids, or values of the field.")
    private List<String> values;

    @Option(names = "--by", paramLabel = "FIELD", defaultValue = "id", description = "A unique field, or id (default).")
    private String by;

    @Mixin
    private Output output;

    @Override
    public void run() {
        JsonNode found = service.client()
                .post("/v1/accounts/lookup", Map.of("by", by, "values", values))
                .body();
        if (output.printed(found)) {
            return;
        }
        Table table = new Table("ASKED", "ID", "NAME", "KIND");
        for (JsonNode item : found.path("items")) {
            JsonNode account = item.path("account");
            table.row(
                    item.path("asked").asString(),
                    account.path("id").asString(),
                    account.path("displayName").asString(),
                    account.path("kind").asString());
        }
        output.print(table, "None of them is an account within your reach.");
        found.path("missing")
                .forEach(missing ->
                        spec.commandLine().getErr().println("No account within your reach: " + missing.asString()));
    }
}
