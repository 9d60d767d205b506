package dev.cuenta.cli.membership;

import dev.cuenta.cli.Agreement;
import dev.cuenta.cli.Service;
import dev.cuenta.cli.TenantNames;
import dev.cuenta.cli.account.Accounts;
import dev.cuenta.cli.connection.CuentaClient;
import dev.cuenta.wire.tenant.MemberMove;
import dev.cuenta.wire.tenant.MemberMoved;
import java.io.PrintWriter;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

@Command(
        name = "move",
        mixinStandardHelpOptions = true,
        description = "Move an account from one tenant to another; what that does to its roles is shown before.",
        footerHeading = "%nExample:%n",
        footer = "  cuenta tenants move tomas.rey@marea.example --from 'Punta Clara' --to 'Isla Verde'")
public final class MoveCommand implements Runnable {
    @Spec
    private CommandSpec spec;

    @Mixin
    private Service service;

    @Parameters(paramLabel = "ACCOUNT", description = "Its id, or what it signs in with.")
    private String account;

    @Option(names = "--from", paramLabel = "TENANT", required = true, description = "The one that it leaves.")
    private String from;

    @Option(names = "--to", paramLabel = "TENANT", required = true, description = "The one that it joins.")
    private String to;

    @Mixin
    private Agreement agreement;

    @Override
    public void run() {
        CuentaClient client = service.client();
        String path = "/v1/accounts/" + Accounts.id(client, account) + "/move";
        MemberMove move = new MemberMove(TenantNames.id(client, from), TenantNames.id(client, to));
        show(client.get(path, Map.of("from", move.from(), "to", move.to()), MemberMoved.class));
        agreement.require(() -> "Move " + account + " from " + from + " to " + to + "?");
        client.post(path, move);
        spec.commandLine().getOut().println("Moved " + account + " to " + to + ".");
    }

    private void show(MemberMoved moved) {
        PrintWriter out = spec.commandLine().getOut();
        line(out, "Gains", moved.gains());
        line(out, "Keeps", moved.keeps());
        line(
                out,
                "Loses",
                Stream.concat(moved.loses().stream(), moved.values().stream().map(field -> "its " + field + " there"))
                        .toList());
        out.flush();
    }

    private static void line(PrintWriter out, String verb, List<String> roles) {
        out.println(verb + "  " + (roles.isEmpty() ? "nothing" : String.join(", ", roles)));
    }
}
