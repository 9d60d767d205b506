package dev.cuenta.store.statement;

/**
 * A change of shape during which everybody goes on reading and writing: an index that is built or dropped concurrently, a constraint
 * that is validated. It waits for as long as it takes, by itself and outside of a transaction.
 */
public record OnlineStatement(String sql) {}
