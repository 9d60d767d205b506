package dev.cuenta.cli.role;

import dev.cuenta.cli.Service;
import dev.cuenta.cli.connection.CuentaClient;
import dev.cuenta.cli.output.Output;
import dev.cuenta.wire.role.RoleGrants;
import java.util.LinkedHashMap;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

@Command(
        name = "who",
        mixinStandardHelpOptions = true,
        description =
                "List whom a role was given to, where, by whom, and until when; those to come and those that ended, too.",
        footerHeading = "%nExamples:%n",
        footer = {"  cuenta roles who harbourMaster", "  cuenta roles who harbourMaster --tenant 'Punta Clara'"})
final class WhoCommand implements Runnable {
    @Mixin
    private Service service;

    @Parameters(paramLabel = "ROLE", description = "By its name.")
    private String role;

    @Option(names = "--limit", paramLabel = "COUNT", description = "How many; 50 if left out, 200 at most.")
    private int limit = 50;

    @Option(names = "--after", paramLabel = "PLACE", description = "Those after this place: the next page.")
    private @Nullable String after;

    @Mixin
    private Output output;

    @Override
    public void run() {
        CuentaClient client = service.client();
        Map<String, String> query = new LinkedHashMap<>();
        query.put("limit", String.valueOf(limit));
        if (after != null) {
            query.put("after", after);
        }
        RoleGrants grants = client.get("/v1/roles/" + role + "/holders", query, RoleGrants.class);
        if (output.printed(grants)) {
            return;
        }
        output.print(new Grants(grants.names()).table(grants.items()), "Nobody was given this role.");
        if (grants.next() != null) {
            output.writer().println("There is more: --after " + grants.next());
            output.writer().flush();
        }
    }
}
