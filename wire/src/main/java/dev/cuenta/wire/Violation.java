package dev.cuenta.wire;

/**
 * One thing that is wrong with a request.
 *
 * @param pointer where in it (JSON Pointer, RFC 6901); {@code /limit} for a parameter called so
 * @param code a word for programs
 * @param detail what is wrong and what to do, for people
 */
public record Violation(String pointer, String code, String detail) {}
