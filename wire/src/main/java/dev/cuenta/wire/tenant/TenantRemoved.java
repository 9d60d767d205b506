package dev.cuenta.wire.tenant;

/**
 * How far the removal of a tenant has come.
 *
 * @param memberships how many ended now
 * @param done whether the tenant is gone; if not, ask again
 */
public record TenantRemoved(int memberships, boolean done) {}
