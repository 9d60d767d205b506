package dev.cuenta.wire.tenant;

import org.jspecify.annotations.Nullable;

/**
 * How much a tenant may have.
 *
 * @param members how many accounts may belong to it; left out for any number
 * @param invitations how many invitations may be open; left out for as many as any tenant may have
 */
public record TenantLimits(
        @Nullable Integer members, @Nullable Integer invitations) {}
