package dev.cuenta.core.model;

/** RFC 7643 section 2.2; {@code SERVER}: no two accounts hold the same value. */
public enum Uniqueness {
    NONE,
    SERVER
}
