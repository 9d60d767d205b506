package dev.cuenta.cli;

import dev.cuenta.cli.connection.CuentaClient;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import tools.jackson.databind.JsonNode;

/** Finds tenants by their id, their name or their subdomain. */
public final class TenantNames {
    private TenantNames() {}

    /**
     * The id of a tenant that somebody named.
     *
     * @throws Problem NOT_FOUND for none within reach; CONFLICT where several have the name
     */
    public static String id(CuentaClient client, String named) {
        if (Ids.isTenant(named)) {
            return named;
        }
        List<String> found = new ArrayList<>();
        for (JsonNode tenant : client.get("/v1/tenants", Map.of()).body().path("items")) {
            if (tenant.path("slug").asString("").equals(named)) {
                return tenant.path("id").asString();
            }
            if (tenant.path("name").asString().equalsIgnoreCase(named)) {
                found.add(tenant.path("id").asString());
            }
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
