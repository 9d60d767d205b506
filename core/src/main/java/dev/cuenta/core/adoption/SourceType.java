package dev.cuenta.core.adoption;

/** What is known about a column's values; {@code UNKNOWN} where the source does not say, as in a CSV file. */
public enum SourceType {
    TEXT,
    INTEGER,
    DECIMAL,
    BOOLEAN,
    DATE,
    TIMESTAMP,
    UUID,
    JSON,
    BINARY,
    UNKNOWN
}
