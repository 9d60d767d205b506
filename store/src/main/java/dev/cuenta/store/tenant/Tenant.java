package dev.cuenta.store.tenant;

import dev.cuenta.core.account.TenantId;

/**
 * A tenant.
 *
 * @param slug its name as a subdomain spells it; no two tenants share one
 */
public record Tenant(TenantId id, String name, String slug) {}
