package dev.cuenta.cli.model;

import dev.cuenta.cli.Service;
import dev.cuenta.cli.output.Output;
import dev.cuenta.wire.upkeep.DatabaseMade;
import dev.cuenta.wire.upkeep.NewDatabase;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Parameters;

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
        DatabaseMade made = service.client().post("/v1/model/databases", new NewDatabase(name), DatabaseMade.class);
        if (!output.printed(made)) {
            output.writer()
                    .println("The database " + made.name() + " has the shape of revision " + made.revision()
                            + " and no records.");
            output.writer().flush();
        }
    }
}
