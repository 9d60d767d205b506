package dev.cuenta.client;

/**
 * An account as it was read.
 *
 * @param <A> what it is read as
 * @param etag changes with whatever its reader sees of it
 */
public record Versioned<A>(A account, String etag) {}
