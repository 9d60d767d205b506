package dev.cuenta.store.revision;

/**
 * A change of shape during which everybody goes on reading and writing: an index that is built or dropped concurrently, a constraint
 * that is validated. It waits for as long as it takes, by itself and outside of a transaction.
 */
record OnlineStatement(String sql) {}
