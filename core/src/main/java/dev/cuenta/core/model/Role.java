package dev.cuenta.core.model;

import dev.cuenta.core.permission.Permission;
import dev.cuenta.core.permission.Permissions;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * What an account may do.
 *
 * @param number fixed for ever; the database knows the role by it
 * @param byDefault every new account gets it
 * @param withinTenant counts only in the tenant in which it was given, and there for what can be limited to a tenant
 * @param may as the model file has it
 * @param gives the only roles that whoever has this one may give by it; null for any that the giver covers
 * @param secondFactor counts only in sessions that were opened with a second factor
 */
public record Role(
        String name,
        int number,
        boolean byDefault,
        boolean withinTenant,
        Permissions may,
        @Nullable Set<String> gives,
        boolean secondFactor) {

    public Role {
        gives = gives == null ? null : Set.copyOf(gives);
    }

    public boolean permits(Permission permission) {
        return may.include(permission) && (permission.withinTenant() || !withinTenant);
    }

    /** Whether it lets people do everything, everywhere. */
    public boolean administers() {
        return may.everything() && !withinTenant;
    }

    public Party party() {
        return new Party(name);
    }
}
