package dev.cuenta.store.tenant;

import dev.cuenta.core.account.TenantId;

/**
 * A tenant.
 *
 * @param slug its name as a subdomain spells it; no two tenants share one
 * @param secondFactor whether it counts only in sessions that were opened with a second factor
 * @param suspended whether memberships and roles there do not count
 */
public record Tenant(TenantId id, String name, String slug, boolean secondFactor, boolean suspended) {
    /** How many characters a name has at most. */
    public static final int LONGEST_NAME = 200;
}
