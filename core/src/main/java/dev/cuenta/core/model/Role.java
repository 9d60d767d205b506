package dev.cuenta.core.model;

import dev.cuenta.core.permission.Permission;
import dev.cuenta.core.permission.Permissions;
import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * What an account may do.
 *
 * @param number fixed for ever; the database knows the role by it
 * @param byDefault every new account gets it that may have it
 * @param onCreate whoever makes a tenant by signing up gets it there
 * @param withinTenant counts only in the tenant in which it was given, and there for what can be limited to a tenant
 * @param kinds the only kinds of accounts that it is given to; none for all
 * @param may as the model file has it
 * @param gives the only roles that whoever has this one may give by it; null for any that the giver covers
 * @param excludes roles that nobody has beside this one
 * @param approval counts only when a second person has approved it
 * @param secondFactor counts only in sessions that were opened with a second factor
 * @param formerly what it was called; records that come from elsewhere may know it by these names
 */
public record Role(
        String name,
        int number,
        String label,
        String description,
        boolean byDefault,
        boolean onCreate,
        boolean withinTenant,
        Set<String> kinds,
        Permissions may,
        @Nullable Set<String> gives,
        Set<String> excludes,
        boolean approval,
        boolean secondFactor,
        List<String> formerly) {

    public Role {
        kinds = Set.copyOf(kinds);
        gives = gives == null ? null : Set.copyOf(gives);
        excludes = Set.copyOf(excludes);
        formerly = List.copyOf(formerly);
    }

    public boolean permits(Permission permission) {
        return may.include(permission) && (permission.withinTenant() || !withinTenant);
    }

    /** Whether accounts of the kind may have it. */
    public boolean suits(Kind kind) {
        return kinds.isEmpty() || kinds.contains(kind.name());
    }

    /** Whether nobody has both; it is enough that one of them says so. */
    public boolean excludes(Role other) {
        return excludes.contains(other.name) || other.excludes.contains(name);
    }

    /** Whether it lets people do everything, everywhere. */
    public boolean administers() {
        return may.everything() && !withinTenant;
    }

    public Party party() {
        return new Party(name);
    }
}
