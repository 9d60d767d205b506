package dev.cuenta.wire.upkeep;

import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * A table of the live model.
 *
 * @param profile null for the account's own
 * @param rows as the database estimates them; null before it did so for the first time
 * @param bytes with indexes
 */
public record ModelTable(
        String name, @Nullable String profile, @Nullable Long rows, long bytes, List<Column> columns) {
    /** A field's column, with its type as PostgreSQL spells it. */
    public record Column(String field, String name, String type, boolean required) {}
}
