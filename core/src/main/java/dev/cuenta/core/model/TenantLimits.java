package dev.cuenta.core.model;

import org.jspecify.annotations.Nullable;

/**
 * How much a tenant may have.
 *
 * @param members how many accounts may belong to it; null for any number
 * @param invitations how many invitations may be open; null for as many as any tenant may have
 * @param requests how many requests a minute each instance answers within it; null for any number
 */
public record TenantLimits(
        @Nullable Integer members,
        @Nullable Integer invitations,
        @Nullable Integer requests) {
    public static final TenantLimits NONE = new TenantLimits(null, null, null);

    /** These, and where there is none, that of the others. */
    public TenantLimits or(TenantLimits others) {
        return new TenantLimits(
                members == null ? others.members : members,
                invitations == null ? others.invitations : invitations,
                requests == null ? others.requests : requests);
    }
}
