package dev.cuenta.wire.credential;

/**
 * A pepper that was added.
 *
 * @param pepper what its file calls it
 */
public record PepperAdded(String pepper) {}
