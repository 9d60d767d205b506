package dev.cuenta.wire.model;

import com.fasterxml.jackson.annotation.JsonValue;
import java.util.Locale;

/** How much a finding matters: a file with an error is not published. */
public enum Severity {
    ERROR,
    WARNING,
    NOTE;

    /** As JSON has it. */
    @JsonValue
    @Override
    public String toString() {
        return name().toLowerCase(Locale.ROOT);
    }
}
