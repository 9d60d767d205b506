package dev.cuenta.wire.password;

import com.fasterxml.jackson.annotation.JsonValue;
import java.util.Locale;

/** What a password is worth. */
public enum Strength {
    WEAK,
    FAIR,
    STRONG;

    /** As JSON has it. */
    @JsonValue
    @Override
    public String toString() {
        return name().toLowerCase(Locale.ROOT);
    }
}
