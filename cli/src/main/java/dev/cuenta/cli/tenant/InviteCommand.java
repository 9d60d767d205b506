package dev.cuenta.cli.tenant;

import dev.cuenta.cli.Service;
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
            "Make an invitation, which lets one person join the tenant within a week.",
            "It is shown once: give it to the person, who brings it when signing up, or accepts it."
        },
        footerHeading = "%nExample:%n",
        footer = "  cuenta tenants invite 01990000-0000-7000-8000-000000000000")
final class InviteCommand implements Runnable {
    @Mixin
    private Service service;

    @Parameters(paramLabel = "TENANT", description = "The tenant's id, as cuenta tenants list shows it.")
    private String tenant;

    @Mixin
    private Output output;

    @Override
    public void run() {
        JsonNode made = service.client()
                .post("/v1/tenants/" + tenant + "/invitations", Map.of())
                .body();
        if (!output.printedAsJson(made)) {
            output.writer().println(made.path("invitation").asString());
            output.writer()
                    .println("Good until " + made.path("expires").asString().replaceFirst("\\..*", "Z")
                            + ", for one person.");
            output.writer().flush();
        }
    }
}
