package dev.cuenta.wire.model;

import com.fasterxml.jackson.annotation.JsonValue;
import java.util.Locale;

/** How carefully a field is treated. */
public enum Sensitivity {
    OPEN,
    PERSONAL,
    SECRET;

    /** As JSON has it. */
    @JsonValue
    @Override
    public String toString() {
        return name().toLowerCase(Locale.ROOT);
    }
}
