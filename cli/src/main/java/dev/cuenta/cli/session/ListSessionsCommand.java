package dev.cuenta.cli.session;

import dev.cuenta.cli.Service;
import dev.cuenta.cli.connection.CuentaClient;
import dev.cuenta.cli.output.Output;
import dev.cuenta.cli.output.Table;
import java.util.Map;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import tools.jackson.databind.JsonNode;

@Command(
        name = "list",
        mixinStandardHelpOptions = true,
        description = "List the sessions that are open; the one that was used last comes first.",
        footerHeading = "%nExample:%n",
        footer = "  cuenta sessions list --account vera@marea.example")
final class ListSessionsCommand implements Runnable {
    @Mixin
    private Service service;

    @Mixin
    private Whose whose;

    @Mixin
    private Output output;

    @Override
    public void run() {
        CuentaClient client = service.client();
        JsonNode sessions = client.get(whose.path(client), Map.of()).body();
        if (output.printed(sessions)) {
            return;
        }
        Table table = new Table("SINCE", "LAST USED", "", "ID", "PROGRAM");
        sessions.path("items")
                .forEach(session -> table.row(
                        minute(session.path("created")),
                        minute(session.path("lastUsed")),
                        session.path("current").asBoolean() ? "this one" : "",
                        session.path("id").asString(),
                        session.path("agent").asString()));
        output.print(table, "Signed in nowhere.");
    }

    private static String minute(JsonNode moment) {
        return moment.asString().replaceFirst(":\\d\\d(\\.\\d+)?Z$", "Z");
    }
}
