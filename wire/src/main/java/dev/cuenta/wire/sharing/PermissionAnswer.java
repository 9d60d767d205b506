package dev.cuenta.wire.sharing;

/**
 * The answer to a question about rights.
 *
 * @param allowed whether it has
 */
public record PermissionAnswer(boolean allowed) {}
