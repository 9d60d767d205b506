package dev.cuenta.wire;

import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonValue;

/** A password, a token, a code: as JSON a text like any other, in a log line none. */
public record Secret(@JsonValue String value) {
    @JsonCreator
    public Secret {}

    @Override
    public String toString() {
        return "…";
    }
}
