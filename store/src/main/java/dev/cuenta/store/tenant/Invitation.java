package dev.cuenta.store.tenant;

import dev.cuenta.core.account.TenantId;
import java.time.Instant;
import java.util.UUID;

/**
 * An open invitation to a tenant.
 *
 * @param madeBy who invited: an account's id, or the installation key
 */
public record Invitation(UUID id, TenantId tenant, String madeBy, Instant madeAt, Instant expires) {}
