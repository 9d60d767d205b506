package dev.cuenta.core.model;

/**
 * A group of fields: one-to-one with the account and made together with it, or, within a tenant, an account's own in each tenant that
 * it belongs to.
 *
 * @param withinTenant whether its values belong to a membership: to a person in a harbour, not to the person
 */
public record Profile(String name, String label, boolean withinTenant) {}
