package dev.cuenta.core.model;

/** RFC 7643 section 7: when a value is part of an answer. {@code REQUEST}: only when asked for by name. */
public enum Returned {
    ALWAYS,
    DEFAULT,
    REQUEST,
    NEVER
}
