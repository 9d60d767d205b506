package dev.cuenta.wire.tenant;

/**
 * What of a tenant is to be otherwise.
 *
 * @param secondFactor whether the tenant demands one of its members from now on
 */
public record TenantChange(boolean secondFactor) {}
