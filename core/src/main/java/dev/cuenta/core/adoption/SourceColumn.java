package dev.cuenta.core.adoption;

/**
 * A column as its own program declared it.
 *
 * @param key it is the whole primary key
 * @param unique its program lets no two rows have the same value
 */
public record SourceColumn(String name, SourceType type, boolean key, boolean unique) {}
