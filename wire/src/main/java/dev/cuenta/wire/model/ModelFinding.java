package dev.cuenta.wire.model;

/**
 * One thing that the checker says.
 *
 * @param path where in the model, such as {@code fields.email.signIn}; empty for the file as a whole
 * @param why the rule is there
 * @param advice what to do next
 */
public record ModelFinding(
        String code,
        Severity severity,
        String file,
        int line,
        int column,
        String path,
        String message,
        String why,
        String advice) {}
