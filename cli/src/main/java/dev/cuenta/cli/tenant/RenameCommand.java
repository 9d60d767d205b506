package dev.cuenta.cli.tenant;

import dev.cuenta.cli.NamedTenant;
import dev.cuenta.cli.Service;
import dev.cuenta.cli.connection.CuentaClient;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import java.util.LinkedHashMap;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Spec;

@Command(
        name = "rename",
        mixinStandardHelpOptions = true,
        description = {
            "Give a tenant another name, another subdomain, or both. What was stored of it goes by its id, and stays."
        },
        footerHeading = "%nExamples:%n",
        footer = {
            "  cuenta tenants rename 'South pontoon' --name 'South pier'",
            "  cuenta tenants rename 'South pier' --subdomain south-pier"
        })
final class RenameCommand implements Runnable {
    @Spec
    private CommandSpec spec;

    @Mixin
    private Service service;

    @Mixin
    private NamedTenant tenant;

    @Option(names = "--name", paramLabel = "NAME", description = "What it is called.")
    private @Nullable String name;

    @Option(names = "--subdomain", paramLabel = "LABEL", description = "Small letters, digits and hyphens.")
    private @Nullable String subdomain;

    @Override
    public void run() {
        Map<String, Object> change = new LinkedHashMap<>();
        if (name != null) {
            change.put("name", name);
        }
        if (subdomain != null) {
            change.put("slug", subdomain);
        }
        if (change.isEmpty()) {
            throw Problem.of(ProblemKind.MALFORMED, "Say what is to be otherwise: --name, --subdomain, or both.");
        }
        CuentaClient client = service.client();
        client.patch(tenant.path(client), change);
        spec.commandLine().getOut().println("Changed " + tenant + ".");
    }
}
