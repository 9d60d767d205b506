package dev.cuenta.wire.tenant;

import org.jspecify.annotations.Nullable;

/**
 * What of a tenant is to be otherwise; what is left out stays.
 *
 * @param slug its subdomain
 * @param secondFactor whether the tenant demands one of its members
 * @param suspended whether memberships and roles there do not count
 */
public record TenantChange(
        @Nullable String name,
        @Nullable String slug,
        @Nullable Boolean secondFactor,
        @Nullable Boolean suspended) {}
