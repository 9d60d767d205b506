package dev.cuenta.wire.retention;

/**
 * A rule of the live model.
 *
 * @param rule its name
 */
public record RetentionChoice(String rule) {}
