package dev.cuenta.wire.model;

/**
 * A database that was made.
 *
 * @param revision that it follows
 */
public record DatabaseMade(String name, int revision) {}
