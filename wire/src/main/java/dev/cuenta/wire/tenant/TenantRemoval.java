package dev.cuenta.wire.tenant;

/**
 * What the removal of a tenant takes with it. Accounts stay.
 *
 * @param accounts how many of its members belong to no other tenant
 */
public record TenantRemoval(long memberships, long roles, long invitations, long accounts) {}
