package dev.cuenta.cli.session;

import dev.cuenta.cli.Service;
import dev.cuenta.cli.connection.CuentaClient;
import dev.cuenta.cli.output.Moments;
import dev.cuenta.cli.output.Output;
import dev.cuenta.cli.output.Table;
import dev.cuenta.wire.Items;
import dev.cuenta.wire.session.OpenSession;
import java.util.List;
import java.util.Map;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;

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
        List<OpenSession> sessions = client.items(whose.path(client), Map.of(), OpenSession.class);
        if (output.printed(new Items<>(sessions))) {
            return;
        }
        Table table = new Table("SINCE", "LAST USED", "", "ID", "PROGRAM");
        sessions.forEach(session -> table.row(
                Moments.minute(session.created()),
                Moments.minute(session.lastUsed()),
                session.current() ? "this one" : "",
                session.id(),
                session.agent()));
        output.print(table, "Signed in nowhere.");
    }
}
