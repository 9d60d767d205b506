package dev.cuenta.wire.upkeep;

/**
 * What is to be deleted for good.
 *
 * @param upToRevision up to which revision what was kept aside is to go
 */
public record Sweep(int upToRevision) {}
