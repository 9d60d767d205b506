package dev.cuenta.core.model;

/** How much a value tells about a person. {@code PERSONAL} values are masked in examples and activity. */
public enum Sensitivity {
    OPEN,
    PERSONAL
}
