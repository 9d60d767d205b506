package dev.cuenta.core.access;

import dev.cuenta.core.account.Scope;
import dev.cuenta.core.model.Role;
import dev.cuenta.core.permission.CuentaPermission;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;

/**
 * Who may give and take which role: whoever has {@code roles.give} there, and all that the role lets its holder do. A role may
 * narrow what is given by it ({@code gives}). Everything by which somebody comes to a role asks here.
 */
public final class GivingRule {
    private final Entitlements giver;

    public GivingRule(Entitlements giver) {
        this.giver = giver;
    }

    /** Why the role may not be given or taken there, in words for the giver; empty when it may. */
    public Optional<String> refusal(Role role, Scope where) {
        List<Role> giving = giver.roles(where).stream()
                .filter(each -> each.permits(CuentaPermission.ROLES_GIVE))
                .toList();
        if (giving.isEmpty() || !giver.may(CuentaPermission.ROLES_GIVE, where)) {
            return Optional.of("It takes the permission " + CuentaPermission.ROLES_GIVE
                    + (where.equals(Scope.EVERYWHERE) ? " from a role that counts everywhere." : "."));
        }
        if (giving.stream().noneMatch(each -> lists(each, role))) {
            return Optional.of("Your roles give only " + listed(giving) + ".");
        }
        return giver.cover(role, where)
                ? Optional.empty()
                : Optional.of("`" + role.name() + "` has permissions that you do not have, so you cannot assign it.");
    }

    private static boolean lists(Role giving, Role role) {
        return giving.gives() == null || giving.gives().contains(role.name());
    }

    private static String listed(List<Role> giving) {
        Set<String> names = new TreeSet<>();
        giving.forEach(each -> names.addAll(each.gives() == null ? Set.of() : each.gives()));
        return names.isEmpty() ? "nothing" : "`" + String.join("`, `", names) + "`";
    }
}
