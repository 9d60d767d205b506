package dev.cuenta.wire.tenant;

import org.jspecify.annotations.Nullable;

/**
 * How much a tenant may have.
 *
 * @param members how many accounts may belong to it; left out where nothing limits them
 * @param invitations how many invitations may be open; left out where nothing limits them
 * @param requests how many requests a minute each instance of the service answers within it; left out where nothing
 *     limits them
 */
public record TenantLimits(
        @Nullable Integer members,
        @Nullable Integer invitations,
        @Nullable Integer requests) {}
