package dev.cuenta.wire.tenant;

import org.jspecify.annotations.Nullable;

/**
 * How much a tenant may have.
 *
 * @param members how many accounts may belong to it; left out for any number
 * @param invitations how many invitations may be open; left out for as many as any tenant may have
 * @param requests how many requests a minute each instance of the service answers within it; left out for any number
 */
public record TenantLimits(
        @Nullable Integer members,
        @Nullable Integer invitations,
        @Nullable Integer requests) {}
