package dev.cuenta.wire.credential;

/**
 * What is measured.
 *
 * @param targetMillis how long one hash may take
 */
public record HashTarget(long targetMillis) {}
