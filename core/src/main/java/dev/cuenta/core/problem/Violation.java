package dev.cuenta.core.problem;

/**
 * One rule that one value broke.
 *
 * @param pointer JSON Pointer (RFC 6901) into the request, so that a form can show the message beside its input
 * @param code stable name of the rule, such as {@code required}
 * @param detail what to do, for a person; never the value of a hidden field
 */
public record Violation(String pointer, String code, String detail) {}
