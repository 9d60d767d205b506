package dev.cuenta.cli.model;

import dev.cuenta.cli.Service;
import dev.cuenta.cli.output.Output;
import java.util.Map;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Parameters;
import tools.jackson.databind.JsonNode;

@Command(
        name = "test-database",
        mixinStandardHelpOptions = true,
        description = "Create another database on the same server with the live schema and no records.",
        footerHeading = "%nExample:%n",
        footer = "  cuenta model test-database marea_test")
final class TestDatabaseCommand implements Runnable {
    @Mixin
    private Service service;

    @Parameters(paramLabel = "NAME", description = "The new database's name.")
    private String name;

    @Mixin
    private Output output;

    @Override
    public void run() {
        JsonNode made = service.client()
                .post("/v1/model/databases", Map.of("name", name))
                .body();
        if (!output.printed(made)) {
            output.writer()
                    .println("The database " + made.path("name").asString() + " has the shape of revision "
                            + made.path("revision").asInt() + " and no records.");
            output.writer().flush();
        }
    }
}
