package dev.cuenta.core.model;

/**
 * How people see a field.
 *
 * @param group fields with the same group stand together in forms; empty for none
 * @param order smaller comes first; fields with the same order keep the file's
 */
public record Presentation(String label, String description, String group, int order) {
    /** The same under another label. */
    public Presentation labelled(String other) {
        return new Presentation(other, description, group, order);
    }
}
