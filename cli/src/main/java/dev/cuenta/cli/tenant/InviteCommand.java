package dev.cuenta.cli.tenant;

import dev.cuenta.cli.Service;
import dev.cuenta.cli.TenantNames;
import dev.cuenta.cli.connection.CuentaClient;
import dev.cuenta.cli.output.Output;
import java.util.Map;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Parameters;
import tools.jackson.databind.JsonNode;

@Command(
        name = "invite",
        mixinStandardHelpOptions = true,
        description = {
            "Create an invitation that lets one person join the tenant within a week.",
            "It is shown once: give it to the person, who brings it when signing up, or accepts it."
        },
        footerHeading = "%nExample:%n",
        footer = "  cuenta tenants invite 'South pontoon'")
final class InviteCommand implements Runnable {
    @Mixin
    private Service service;

    @Parameters(paramLabel = "TENANT", description = "Its id, its name or its subdomain.")
    private String tenant;

    @Mixin
    private Output output;

    @Override
    public void run() {
        CuentaClient client = service.client();
        JsonNode made = client.post("/v1/tenants/" + TenantNames.id(client, tenant) + "/invitations", Map.of())
                .body();
        if (!output.printed(made)) {
            output.writer().println(made.path("invitation").asString());
            output.writer()
                    .println("Good until " + made.path("expires").asString().replaceFirst("\\..*", "Z")
                            + ", for one person.");
            output.writer().flush();
        }
    }
}
