package dev.cuenta.cli;

import dev.cuenta.cli.connection.CuentaClient;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import dev.cuenta.core.tenant.Slug;
import dev.cuenta.wire.tenant.Tenant;
import dev.cuenta.wire.tenant.TenantPage;
import java.util.List;
import java.util.Map;

/** Finds tenants by their id, their name or their subdomain. */
public final class TenantNames {
    /** In place of a tenant: all of them are meant. */
    public static final String ALL = "*";

    private TenantNames() {}

    /** As {@link #id}, where somebody may also say that all are meant. */
    public static String idOrAll(CuentaClient client, String named) {
        return named.equals(ALL) ? ALL : id(client, named);
    }

    /**
     * The id of a tenant that somebody named.
     *
     * @throws Problem NOT_FOUND for none within reach; CONFLICT where several have the name
     */
    public static String id(CuentaClient client, String named) {
        if (Ids.isTenant(named)) {
            return named;
        }
        List<Tenant> begun = client.get("/v1/tenants", Map.of("name", named, "limit", "200"), TenantPage.class)
                .items();
        List<String> found = begun.stream()
                .filter(tenant -> tenant.name().equalsIgnoreCase(named))
                .map(tenant -> tenant.id().toString())
                .toList();
        if (found.isEmpty() && Slug.fault(named).isEmpty()) {
            return client.get("/v1/tenants/" + named, Map.of(), Tenant.class)
                    .id()
                    .toString();
        }
        if (found.isEmpty()) {
            throw Problem.of(
                    ProblemKind.NOT_FOUND,
                    "There is no tenant `" + named + "` within your reach. cuenta tenants list shows those that are.");
        }
        if (found.size() > 1) {
            throw Problem.of(
                    ProblemKind.CONFLICT,
                    "Several tenants are called `" + named + "`. Give an id: " + String.join(", ", found));
        }
        return found.get(0);
    }
}
