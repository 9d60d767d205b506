package dev.cuenta.cli.tenant;

import dev.cuenta.cli.Service;
import dev.cuenta.cli.output.Output;
import java.util.Map;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Parameters;
import tools.jackson.databind.JsonNode;

@Command(
        name = "add",
        mixinStandardHelpOptions = true,
        description = "Make a tenant.",
        footerHeading = "%nExample:%n",
        footer = "  cuenta tenants add 'South pontoon'")
final class AddCommand implements Runnable {
    @Mixin
    private Service service;

    @Parameters(paramLabel = "NAME", description = "What the tenant is called.")
    private String name;

    @Mixin
    private Output output;

    @Override
    public void run() {
        JsonNode made =
                service.client().post("/v1/tenants", Map.of("name", name)).body();
        if (!output.printed(made)) {
            output.writer()
                    .println("Made " + name + " with the id " + made.path("id").asString() + ".");
            output.writer().flush();
        }
    }
}
