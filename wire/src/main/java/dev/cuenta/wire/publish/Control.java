package dev.cuenta.wire.publish;

import com.fasterxml.jackson.annotation.JsonValue;
import java.util.Locale;

/** What somebody wants of a publish. */
public enum Control {
    RUN,
    PAUSE,
    CANCEL;

    /** As JSON has it. */
    @JsonValue
    @Override
    public String toString() {
        return name().toLowerCase(Locale.ROOT);
    }
}
