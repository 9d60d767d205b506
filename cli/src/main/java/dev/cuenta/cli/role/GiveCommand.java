package dev.cuenta.cli.role;

import dev.cuenta.cli.Service;
import dev.cuenta.cli.connection.CuentaClient;
import dev.cuenta.wire.role.RoleGrant;
import dev.cuenta.wire.role.RoleTerms;
import java.time.Instant;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Spec;

@Command(
        name = "give",
        mixinStandardHelpOptions = true,
        description = {
            "Give a role, at once and for good unless you say otherwise. A role that counts within a tenant is given in the one of --tenant.",
            "A day stands for all of it, in UTC: from its beginning, until its end."
        },
        footerHeading = "%nExamples:%n",
        footer = {
            "  cuenta roles give signe.lund@marea.example administrator --until 2026-12-31 --reason 'Stands in for Olga'",
            "  cuenta roles give bo.adeyemi@marea.example harbourMaster --tenant 'Punta Clara' --from 2026-12-01"
        })
final class GiveCommand implements Runnable {
    @Spec
    private CommandSpec spec;

    @Mixin
    private Service service;

    @Mixin
    private Given given;

    @Option(names = "--reason", paramLabel = "TEXT", description = "For people; it stands in activity.")
    private @Nullable String reason;

    @Option(names = "--from", paramLabel = "WHEN", description = "A day, or a moment such as 2026-12-01T08:00:00Z.")
    private @Nullable String from;

    @Option(names = "--until", paramLabel = "WHEN", description = "A day, or a moment such as 2026-12-31T18:00:00Z.")
    private @Nullable String until;

    @Override
    public void run() {
        Instant starts = from == null ? null : Day.begin(from, "--from");
        Instant ends = until == null ? null : Day.end(until, "--until");
        CuentaClient client = service.client();
        RoleGrant grant = client.put(given.path(client), new RoleTerms(reason, starts, ends), RoleGrant.class);
        spec.commandLine()
                .getOut()
                .println("Gave `" + grant.role() + "`: "
                        + (grant.state() == RoleGrant.State.WAITING
                                ? "it counts " + counts(grant)
                                        + " as soon as somebody else approves it: cuenta roles approve "
                                        + given.account() + " " + grant.role()
                                : "counts " + counts(grant) + ", " + Grants.when(grant) + "."));
    }

    static String counts(RoleGrant grant) {
        return grant.tenant() == null ? "everywhere" : "in " + grant.tenant().name();
    }
}
