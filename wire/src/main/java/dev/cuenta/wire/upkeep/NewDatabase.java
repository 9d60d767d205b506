package dev.cuenta.wire.upkeep;

/**
 * A database that is to be made for tests.
 *
 * @param name of a database with the live shape and no records
 */
public record NewDatabase(String name) {}
