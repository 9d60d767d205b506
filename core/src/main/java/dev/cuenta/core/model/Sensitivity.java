package dev.cuenta.core.model;

/**
 * How much a value tells about a person. {@code PERSONAL} values are masked in examples and activity; {@code SECRET} ones are sealed
 * where they are stored, and shown only to whoever asks for them by name.
 */
public enum Sensitivity {
    OPEN,
    PERSONAL,
    SECRET
}
