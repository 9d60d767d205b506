package dev.cuenta.cli.tenant;

import dev.cuenta.cli.NamedTenant;
import dev.cuenta.cli.Service;
import dev.cuenta.cli.connection.CuentaClient;
import dev.cuenta.wire.tenant.Tenant;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Spec;

@Command(
        name = "domains",
        mixinStandardHelpOptions = true,
        description = {
            "Say of which domains mail addresses are that let whoever confirms one join the tenant; without options, list them.",
            "Only name domains whose addresses the tenant itself gives out."
        },
        footerHeading = "%nExamples:%n",
        footer = {
            "  cuenta tenants domains 'South pontoon' --add pontoon.example",
            "  cuenta tenants domains 'South pontoon' --remove pontoon.example"
        })
final class DomainsCommand implements Runnable {
    @Spec
    private CommandSpec spec;

    @Mixin
    private Service service;

    @Mixin
    private NamedTenant tenant;

    @Option(names = "--add", paramLabel = "DOMAIN", description = "One more, such as marea.example; may be repeated.")
    private List<String> added = List.of();

    @Option(names = "--remove", paramLabel = "DOMAIN", description = "One less; members stay. May be repeated.")
    private List<String> removed = List.of();

    @Override
    public void run() {
        CuentaClient client = service.client();
        String path = tenant.path(client);
        List<String> domains = client.get(path, Map.of(), Tenant.class).domains();
        if (!added.isEmpty() || !removed.isEmpty()) {
            List<String> wanted = new ArrayList<>(domains);
            removed.forEach(domain -> wanted.remove(domain.toLowerCase(Locale.ROOT)));
            wanted.addAll(added);
            client.patch(path, Map.of("domains", wanted));
            domains = client.get(path, Map.of(), Tenant.class).domains();
        }
        String said = domains.isEmpty()
                ? "Nobody joins " + tenant + " by their address."
                : "Whoever confirms an address of " + String.join(" or ", domains) + " joins " + tenant + ".";
        spec.commandLine().getOut().println(said);
    }
}
