package dev.cuenta.cli.sharing;

import dev.cuenta.cli.Service;
import dev.cuenta.cli.TenantNames;
import dev.cuenta.cli.connection.CuentaClient;
import dev.cuenta.cli.output.Output;
import dev.cuenta.wire.sharing.ServiceKey;
import dev.cuenta.wire.sharing.ServiceKeyRequest;
import java.util.List;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

@Command(
        name = "add",
        mixinStandardHelpOptions = true,
        description = {
            "Create a key for a service. It is printed once, alone on standard output, and stored as a hash.",
            "A service has at most two keys: create the second, let the service use it, revoke the first."
        },
        footerHeading = "%nExamples:%n",
        footer = {
            "  cuenta services keys add billing --from 10.20.0.0/16 --days 90 > billing.key",
            "  cuenta services keys add berths --within 'Isla Verde' > berths.key"
        })
final class AddKeyCommand implements Runnable {
    @Spec
    private CommandSpec spec;

    @Mixin
    private Service service;

    @Parameters(paramLabel = "NAME", description = "The service, as the model calls it.")
    private String name;

    @Option(
            names = "--scope",
            paramLabel = "ENTRY",
            split = ",",
            description =
                    "Less than the contract: entries such as reads:email, writes:mooring.credit, asks:berths.assign.")
    private @Nullable List<String> scope;

    @Option(
            names = "--from",
            paramLabel = "NETWORK",
            split = ",",
            description = "Networks from which the key is good, in CIDR notation; anywhere if left out.")
    private @Nullable List<String> networks;

    @Option(
            names = "--within",
            paramLabel = "TENANT",
            description =
                    "A tenant in which the key is good, and nowhere else; again for another one. In all if left out.")
    private @Nullable List<String> tenants;

    @Option(
            names = "--days",
            paramLabel = "DAYS",
            description = "How long it is good; until it is taken back if left out.")
    private @Nullable Integer days;

    @Mixin
    private Output output;

    @Override
    public void run() {
        CuentaClient client = service.client();
        List<String> within = tenants == null
                ? null
                : tenants.stream().map(named -> TenantNames.id(client, named)).toList();
        ServiceKeyRequest wish = new ServiceKeyRequest(scope, networks, within, days);
        ServiceKey made = client.post("/v1/services/" + name + "/keys", wish, ServiceKey.class);
        if (!output.printed(made)) {
            output.writer().println(Objects.requireNonNull(made.token()).value());
            output.writer().flush();
            spec.commandLine()
                    .getErr()
                    .println("Keep it now: it is not shown again. Programs send it as Authorization: Bearer.");
        }
    }
}
