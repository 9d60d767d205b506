package dev.cuenta.core.finding;

/**
 * One thing that the checker says.
 *
 * @param path where in the model, such as {@code fields.email.signIn}; empty for the file as a whole
 * @param message what is wrong, in this file's own words
 * @param advice what to do next
 */
public record Finding(FindingCode code, Place place, String path, String message, String advice) {
    public Severity severity() {
        return code.severity();
    }
}
