package dev.cuenta.wire.retention;

import com.fasterxml.jackson.annotation.JsonValue;
import java.util.Locale;

/** What a rule does with an account. */
public enum RetentionAction {
    DELETE,
    ANONYMISE,
    ARCHIVE;

    /** As JSON has it. */
    @JsonValue
    @Override
    public String toString() {
        return name().toLowerCase(Locale.ROOT);
    }
}
