package dev.cuenta.core.model;

/** How account ids are made: time-ordered or random UUIDs (RFC 9562), or counting numbers. */
public enum IdScheme {
    UUID7,
    UUID4,
    SEQUENCE;

    /** Whether ids of this scheme are another sort of value than the other's: numbers, not UUIDs. */
    public boolean differsInSort(IdScheme other) {
        return (this == SEQUENCE) != (other == SEQUENCE);
    }
}
