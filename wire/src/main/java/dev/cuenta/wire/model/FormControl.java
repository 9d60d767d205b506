package dev.cuenta.wire.model;

import com.fasterxml.jackson.annotation.JsonValue;
import java.util.Locale;

/** What a form asks for a value with, in the words of HTML where it has one. */
public enum FormControl {
    TEXT,
    TEXTAREA,
    EMAIL,
    TEL,
    URL,
    NUMBER,
    CHECKBOX,
    SELECT,
    DATE,
    DATETIME_LOCAL,
    LIST,
    JSON,
    ACCOUNT,
    PICTURE;

    /** As JSON has it, and HTML: {@code datetime-local}. */
    @JsonValue
    @Override
    public String toString() {
        return name().toLowerCase(Locale.ROOT).replace('_', '-');
    }
}
