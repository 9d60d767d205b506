package dev.cuenta.cli.role;

import dev.cuenta.cli.Service;
import dev.cuenta.cli.output.Output;
import dev.cuenta.cli.output.Table;
import dev.cuenta.wire.role.Role;
import java.util.ArrayList;
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
        Table table = new Table("ROLE", "NUMBER", "COUNTS", "MAY", "GIVES", "WHOM");
        roles.forEach(role -> table.row(
                role.name(),
                role.number(),
                (role.withinTenant() ? "within a tenant" : "everywhere")
                        + (role.secondFactor() ? ", with a second factor" : "")
                        + (role.approval() ? ", when approved" : ""),
                String.join(", ", role.may()),
                role.gives() == null ? "" : String.join(", ", role.gives()),
                whom(role)));
        output.print(table, "The live model has no roles.");
    }

    /** Who gets it by themselves, and who cannot have it. */
    private static String whom(Role role) {
        List<String> words = new ArrayList<>();
        if (role.byDefault()) {
            words.add("every new account");
        }
        if (role.onCreate()) {
            words.add("whoever makes a tenant");
        }
        if (!role.kinds().isEmpty()) {
            words.add("only of kind " + String.join(", ", role.kinds()));
        }
        if (!role.excludes().isEmpty()) {
            words.add("never beside " + String.join(", ", role.excludes()));
        }
        return String.join("; ", words);
    }
}
