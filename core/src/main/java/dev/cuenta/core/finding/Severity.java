package dev.cuenta.core.finding;

import java.util.Locale;

/** An error keeps a model from being published; a warning and a note do not. */
public enum Severity {
    ERROR,
    WARNING,
    NOTE;

    @Override
    public String toString() {
        return name().toLowerCase(Locale.ROOT);
    }
}
