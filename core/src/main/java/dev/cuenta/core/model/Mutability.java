package dev.cuenta.core.model;

/** RFC 7643 section 7. {@code IMMUTABLE}: given when the account is made, and never again. */
public enum Mutability {
    READ_WRITE,
    READ_ONLY,
    IMMUTABLE,
    WRITE_ONLY
}
