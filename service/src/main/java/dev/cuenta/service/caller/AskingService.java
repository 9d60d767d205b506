package dev.cuenta.service.caller;

import dev.cuenta.core.access.Grant;
import dev.cuenta.core.account.TenantId;
import dev.cuenta.core.permission.CuentaPermission;
import dev.cuenta.core.permission.Permission;
import java.util.List;
import java.util.UUID;

/**
 * A service that asks with one of its keys.
 *
 * @param grant what its contract and the key let through
 * @param tenants in which the key is good, and nowhere else; empty for all
 */
public record AskingService(Grant grant, UUID key, List<TenantId> tenants) {
    boolean serves(TenantId tenant) {
        return tenants.isEmpty() || tenants.contains(tenant);
    }

    /** What services may do at all; what they may see and change is up to the grant. */
    boolean permits(Permission permission) {
        return permission == CuentaPermission.ACCOUNTS_READ
                || (permission == CuentaPermission.ACCOUNTS_WRITE
                        && !grant.writes().isEmpty());
    }
}
