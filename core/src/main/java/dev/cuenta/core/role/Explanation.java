package dev.cuenta.core.role;

import dev.cuenta.core.account.TenantId;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Role;
import dev.cuenta.core.permission.Permission;
import dev.cuenta.core.role.RoleGrant.State;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import org.jspecify.annotations.Nullable;

/**
 * Why somebody may do something, or may not: through which roles that were given, and what keeps others from counting.
 *
 * @param because the grants through which it is allowed; empty where it is not
 * @param missing why it is not, in sentences; empty where it is
 */
public record Explanation(List<RoleGrant> because, List<String> missing) {
    public Explanation {
        because = List.copyOf(because);
        missing = List.copyOf(missing);
    }

    public boolean allowed() {
        return !because.isEmpty();
    }

    /** Asks of one permission, in one place. */
    private record Question(Permission permission, @Nullable TenantId tenant, Set<TenantId> demanding) {
        /** Why the grant does not help; empty where it does. */
        List<String> obstacles(RoleGrant grant, Role role) {
            List<String> obstacles = new ArrayList<>();
            TenantId where = grant.role().tenant();
            if (!role.permits(permission)) {
                obstacles.add("does not count for that: it counts within a tenant, and `" + permission.word()
                        + "` reaches further");
            }
            if (grant.state() == State.WAITING) {
                obstacles.add("waits for the approval of a second person");
            }
            if (grant.state() == State.UPCOMING) {
                obstacles.add("starts " + grant.terms().starts());
            }
            if (grant.state() == State.ENDED) {
                obstacles.add("ended " + grant.terms().ends());
            }
            if (where != null && !where.equals(tenant)) {
                obstacles.add("counts only there");
            }
            if (role.secondFactor() || (where != null && demanding.contains(where))) {
                obstacles.add("counts only in a session that was opened with a second factor");
            }
            return obstacles;
        }
    }

    /**
     * As it is outside of any session of the account's: what counts only with a second factor does not.
     *
     * @param grants all that the account was given
     * @param demanding tenants of the account's that demand a second factor
     * @param tenant where; null for outside of tenants
     */
    public static Explanation of(
            AccountModel model,
            Collection<RoleGrant> grants,
            Set<TenantId> demanding,
            Permission permission,
            @Nullable TenantId tenant) {
        Question question = new Question(permission, tenant, demanding);
        List<RoleGrant> because = new ArrayList<>();
        List<String> missing = new ArrayList<>();
        for (RoleGrant grant : grants) {
            Role role = model.roles().get(grant.role().role());
            if (role != null && role.may().include(permission)) {
                List<String> obstacles = question.obstacles(grant, role);
                if (obstacles.isEmpty()) {
                    because.add(grant);
                } else {
                    missing.add("`" + role.name() + "`, given " + grant.where() + ", "
                            + String.join(", and ", obstacles) + ".");
                }
            }
        }
        if (!because.isEmpty()) {
            return new Explanation(because, List.of());
        }
        missing.add(none(model, permission, missing.isEmpty() ? own(permission, tenant) : ""));
        return new Explanation(List.of(), missing);
    }

    private static String own(Permission permission, @Nullable TenantId tenant) {
        return "None of their roles" + (tenant == null ? "" : " that count here") + " includes `" + permission.word()
                + "`. ";
    }

    private static String none(AccountModel model, Permission permission, String own) {
        Set<String> roles = new TreeSet<>();
        model.roles().values().stream()
                .filter(role -> role.permits(permission))
                .forEach(role -> roles.add("`" + role.name() + "`"));
        String what = "`" + permission.word() + "`";
        return own
                + (roles.isEmpty()
                        ? "No role includes it."
                        : "Roles with " + what + ": " + String.join(", ", roles) + ".");
    }
}
