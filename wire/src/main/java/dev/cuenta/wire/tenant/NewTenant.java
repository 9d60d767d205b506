package dev.cuenta.wire.tenant;

/**
 * A tenant that is to be added.
 *
 * @param name for people
 */
public record NewTenant(String name) {}
