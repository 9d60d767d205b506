package dev.cuenta.wire.upkeep;

/**
 * A database that was made.
 *
 * @param revision that it follows
 */
public record DatabaseMade(String name, int revision) {}
