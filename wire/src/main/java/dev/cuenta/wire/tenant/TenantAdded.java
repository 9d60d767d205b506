package dev.cuenta.wire.tenant;

import java.util.UUID;

/**
 * A tenant that was added.
 *
 * @param id of the tenant that was made
 */
public record TenantAdded(UUID id) {}
