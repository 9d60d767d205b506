package dev.cuenta.cli.role;

import dev.cuenta.cli.Service;
import dev.cuenta.cli.output.Output;
import dev.cuenta.cli.output.Table;
import dev.cuenta.wire.role.Role;
import java.util.List;
import java.util.Map;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;

@Command(
        name = "list",
        mixinStandardHelpOptions = true,
        description = "List the roles of the live model, by their numbers.",
        footerHeading = "%nExample:%n",
        footer = "  cuenta roles list")
final class ListCommand implements Runnable {
    @Mixin
    private Service service;

    @Mixin
    private Output output;

    @Override
    public void run() {
        List<Role> roles = service.client().items("/v1/roles", Map.of(), Role.class);
        if (output.printed(roles)) {
            return;
        }
        Table table = new Table("ROLE", "NUMBER", "COUNTS", "MAY", "GIVES");
        roles.forEach(role -> table.row(
                role.name(),
                role.number(),
                (role.withinTenant() ? "within a tenant" : "everywhere")
                        + (role.secondFactor() ? ", with a second factor" : ""),
                String.join(", ", role.may())
                        + (role.byDefault() ? (role.may().isEmpty() ? "" : "; ") + "every new account has it" : ""),
                role.gives() == null ? "" : String.join(", ", role.gives())));
        output.print(table, "The live model has no roles.");
    }
}
