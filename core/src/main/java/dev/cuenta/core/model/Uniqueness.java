package dev.cuenta.core.model;

/**
 * Who a value is shared with by nobody: {@code SERVER}: no two accounts hold the same one; {@code TENANT}: no two of a tenant's
 * do. RFC 7643 section 2.2 counts a tenant as the server.
 */
public enum Uniqueness {
    NONE,
    TENANT,
    SERVER
}
