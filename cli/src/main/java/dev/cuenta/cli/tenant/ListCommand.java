package dev.cuenta.cli.tenant;

import dev.cuenta.cli.Service;
import dev.cuenta.cli.output.Output;
import dev.cuenta.cli.output.Table;
import java.util.Map;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import tools.jackson.databind.JsonNode;

@Command(
        name = "list",
        mixinStandardHelpOptions = true,
        description = "List your tenants, oldest first; all of them if you may read them all.",
        footerHeading = "%nExample:%n",
        footer = "  cuenta tenants list")
final class ListCommand implements Runnable {
    @Mixin
    private Service service;

    @Mixin
    private Output output;

    @Override
    public void run() {
        JsonNode tenants = service.client().get("/v1/tenants", Map.of()).body();
        if (output.printed(tenants)) {
            return;
        }
        Table table = new Table("NAME", "SUBDOMAIN", "ID");
        tenants.path("items")
                .forEach(tenant -> table.row(
                        tenant.path("name").asString(),
                        tenant.path("slug").asString(),
                        tenant.path("id").asString()));
        output.print(table, "There are no tenants that you belong to.");
    }
}
