package dev.cuenta.core.adoption;

/**
 * A column as its own program declared it.
 *
 * @param key it is the whole primary key
 * @param unique its program lets no two rows have the same value
 * @param size how many characters or digits it takes; 0 where nothing is said
 * @param scale how many of the digits stand behind the point; 0 where nothing is said
 */
public record SourceColumn(String name, SourceType type, boolean key, boolean unique, int size, int scale) {
    /** Of a source that says nothing of sizes. */
    public SourceColumn(String name, SourceType type, boolean key, boolean unique) {
        this(name, type, key, unique, 0, 0);
    }
}
