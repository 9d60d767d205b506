package dev.cuenta.wire.publish;

import com.fasterxml.jackson.annotation.JsonValue;
import java.util.Locale;

/** Where a revision stands. */
public enum RevisionState {
    PUBLISHING,
    LIVE,
    PAST,
    CANCELLED;

    /** As JSON has it. */
    @JsonValue
    @Override
    public String toString() {
        return name().toLowerCase(Locale.ROOT);
    }
}
