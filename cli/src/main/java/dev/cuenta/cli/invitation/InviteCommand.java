package dev.cuenta.cli.invitation;

import dev.cuenta.cli.NamedTenant;
import dev.cuenta.cli.Service;
import dev.cuenta.cli.connection.CuentaClient;
import dev.cuenta.cli.output.Moments;
import dev.cuenta.cli.output.Output;
import dev.cuenta.core.adoption.Source;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import dev.cuenta.source.Sources;
import dev.cuenta.wire.invitation.Invitation;
import dev.cuenta.wire.invitation.InvitationRequest;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.concurrent.Callable;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;

@Command(
        name = "invite",
        mixinStandardHelpOptions = true,
        description = {
            "Invite somebody to a tenant: by mail, or with a text that is shown once and that the person brings when signing up, or accepts.",
            "Bound to an address, only an account with that address may accept it. Roles come with it that you could give there yourself.",
            "From a CSV file: everybody in its column `address` is sent one."
        },
        footerHeading = "%nExamples:%n",
        footer = {
            "  cuenta tenants invite 'South pontoon'",
            "  cuenta tenants invite 'South pontoon' --address ines@marea.example --role harbourMaster --mail",
            "  cuenta tenants invite 'South pontoon' --from crew.csv --days 30"
        })
public final class InviteCommand implements Callable<Integer> {
    @Mixin
    private Service service;

    @Mixin
    private NamedTenant tenant;

    @Option(names = "--address", paramLabel = "ADDRESS", description = "Whose mail address may accept it.")
    private @Nullable String address;

    @Option(names = "--role", paramLabel = "ROLE", description = "That comes with it; more than once for several.")
    private List<String> roles = List.of();

    @Option(names = "--days", paramLabel = "DAYS", description = "For how many it is good; 7 if left out, 90 at most.")
    private @Nullable Integer days;

    @Option(names = "--mail", description = "Have it sent to the address.")
    private boolean mail;

    @Option(names = "--from", paramLabel = "FILE", description = "A CSV file with a column `address`.")
    private @Nullable String file;

    @Mixin
    private Output output;

    @Override
    public Integer call() {
        CuentaClient client = service.client();
        String path = tenant.path(client) + "/invitations";
        if (file == null) {
            show(client.post(path, new InvitationRequest(address, roles, days, mail), Invitation.class));
            return 0;
        }
        if (address != null) {
            throw Problem.of(ProblemKind.MALFORMED, "Give an address, or a file of them: --address or --from.");
        }
        int refused = 0;
        List<String> addresses = addresses(file);
        for (String each : addresses) {
            try {
                client.post(path, new InvitationRequest(each, roles, days, true), Invitation.class);
            } catch (Problem problem) {
                refused++;
                output.writer().println(each + ": " + problem.getMessage());
            }
        }
        output.writer().println("Invited " + (addresses.size() - refused) + " of " + addresses.size() + ".");
        output.writer().flush();
        return refused == 0 ? 0 : 1;
    }

    private static List<String> addresses(String file) {
        List<String> addresses = new ArrayList<>();
        try (Source source = Sources.open(file, null, null, new Sources.Login(null, null))) {
            if (source.columns().stream().noneMatch(column -> column.name().equals("address"))) {
                throw Problem.of(ProblemKind.MALFORMED, "The file " + file + " has no column `address`.");
            }
            source.each(row -> addresses.add(
                    Objects.toString(row.values().get("address"), "").strip()));
        }
        addresses.removeIf(String::isEmpty);
        return addresses;
    }

    private void show(Invitation made) {
        if (output.printed(made)) {
            return;
        }
        String until = Moments.second(made.expires());
        if (made.invitation() == null) {
            output.writer().println("It is on its way to " + made.address() + ", and good until " + until + ".");
        } else {
            output.writer().println(made.invitation().value());
            output.writer()
                    .println("Good until " + until + ", for "
                            + (made.address() == null ? "one person." : made.address() + "."));
        }
        output.writer().flush();
    }
}
