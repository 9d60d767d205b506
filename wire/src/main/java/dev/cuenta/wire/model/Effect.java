package dev.cuenta.wire.model;

import com.fasterxml.jackson.annotation.JsonValue;
import java.util.Locale;

/** What publishing a change means for the stored records and for whoever uses them. */
public enum Effect {
    INSTANT,
    BACKFILL,
    NARROWING,
    GRANT,
    CONTRACT,
    DECISION,
    LOSS,
    UNSUPPORTED;

    /** As JSON has it. */
    @JsonValue
    @Override
    public String toString() {
        return name().toLowerCase(Locale.ROOT);
    }
}
