package dev.cuenta.store.tenant;

import dev.cuenta.core.account.TenantId;
import dev.cuenta.core.model.TenantLimits;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import java.util.List;
import java.util.Map;

/**
 * A tenant.
 *
 * @param slug its name as a subdomain spells it; no two tenants share one
 * @param secondFactor whether it counts only in sessions that were opened with a second factor
 * @param suspended whether memberships and roles there do not count
 * @param archived whether it stands in no list of tenants; then it is suspended as well
 * @param domains of mail addresses; whoever confirms one of these joins it
 * @param limits its own; where it has none, the model's count
 * @param fields what the model lets it have, as JSON has it, by its name; perhaps more than the live revision knows
 */
public record Tenant(
        TenantId id,
        String name,
        String slug,
        boolean secondFactor,
        boolean suspended,
        boolean archived,
        List<String> domains,
        TenantLimits limits,
        Map<String, Object> fields) {
    public Tenant {
        domains = List.copyOf(domains);
        fields = Map.copyOf(fields);
    }

    /** How many characters a name has at most. */
    public static final int LONGEST_NAME = 200;

    /** What whoever would join a suspended one is told. */
    public static Problem closed(String name) {
        return Problem.of(ProblemKind.CONFLICT, "`" + name + "` is suspended. Nobody joins it as long as it is.");
    }
}
