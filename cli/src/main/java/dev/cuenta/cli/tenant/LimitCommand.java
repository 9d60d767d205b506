package dev.cuenta.cli.tenant;

import dev.cuenta.cli.NamedTenant;
import dev.cuenta.cli.Service;
import dev.cuenta.cli.connection.CuentaClient;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import dev.cuenta.wire.tenant.Tenant;
import dev.cuenta.wire.tenant.TenantLimits;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Spec;

@Command(
        name = "limit",
        mixinStandardHelpOptions = true,
        description = {
            "Limit how many members and open invitations a tenant may have, and how many requests a",
            "minute are answered within it. Members and invitations that it has already stay. Where it",
            "has no limit of its own, the model's for all tenants counts, if it sets one:",
            "tenants: { limits: { members: 500 } }"
        },
        footerHeading = "%nExamples:%n",
        footer = {
            "  cuenta tenants limit 'South pontoon' --members 40 --invitations 10",
            "  cuenta tenants limit 'South pontoon' --requests 600 --members none"
        })
final class LimitCommand implements Runnable {
    private static final String NONE = "none";

    @Spec
    private CommandSpec spec;

    @Mixin
    private Service service;

    @Mixin
    private NamedTenant tenant;

    @Option(
            names = "--members",
            paramLabel = "COUNT",
            description = "How many accounts may belong to it, or none for no limit of its own.")
    private @Nullable String members;

    @Option(
            names = "--invitations",
            paramLabel = "COUNT",
            description = "How many invitations may be open, or none for no limit of its own.")
    private @Nullable String invitations;

    @Option(
            names = "--requests",
            paramLabel = "COUNT",
            description =
                    "How many requests a minute each instance answers within it, or none for no limit of its own.")
    private @Nullable String requests;

    @Override
    public void run() {
        if (members == null && invitations == null && requests == null) {
            throw Problem.of(
                    ProblemKind.MALFORMED, "Say what is to be limited: --members, --invitations, or --requests.");
        }
        CuentaClient client = service.client();
        String path = tenant.path(client);
        TenantLimits before = client.get(path, Map.of(), Tenant.class).limits();
        TenantLimits limits = new TenantLimits(
                members == null ? before.members() : limit("--members", members),
                invitations == null ? before.invitations() : limit("--invitations", invitations),
                requests == null ? before.requests() : limit("--requests", requests));
        Tenant limited = client.patch(path, Map.of("limits", limits), Tenant.class);
        spec.commandLine().getOut().println(tenant + " may have " + said(limited.effectiveLimits()) + ".");
    }

    private static @Nullable Integer limit(String option, String count) {
        if (count.equals(NONE)) {
            return null;
        }
        if (!count.matches("[1-9][0-9]{0,8}")) {
            throw Problem.of(
                    ProblemKind.MALFORMED, option + " takes a whole number from 1 on, or none; not `" + count + "`.");
        }
        return Integer.valueOf(count);
    }

    private static String said(TenantLimits limits) {
        return (limits.members() == null ? "any number of" : limits.members()) + " members and "
                + (limits.invitations() == null
                        ? "as many open invitations as any tenant"
                        : limits.invitations() + " open invitations")
                + (limits.requests() == null ? "" : ", and ask " + limits.requests() + " requests a minute");
    }
}
