package dev.cuenta.wire.confirmation;

/**
 * An address that is confirmed now.
 *
 * @param field whose value is confirmed now
 */
public record Confirmed(String field) {}
