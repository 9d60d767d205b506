package dev.cuenta.wire.retention;

import com.fasterxml.jackson.annotation.JsonValue;
import java.util.Locale;

/** Where a run stands. */
public enum RunState {
    RUNNING,
    WAITING,
    DONE,
    WITHDRAWN;

    /** As JSON has it. */
    @JsonValue
    @Override
    public String toString() {
        return name().toLowerCase(Locale.ROOT);
    }
}
