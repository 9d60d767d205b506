package dev.cuenta.core.revision;

import dev.cuenta.core.model.Field;
import dev.cuenta.core.model.FieldPath;
import java.util.Optional;

/** What a diff has to know about the records that are there. */
public interface StoredRecords {
    long accounts();

    long accountsOfKind(String kind);

    /** How many records hold a value of the live field. */
    long values(Field field);

    /** The column that was kept aside when the field was removed, if one was and it has the same type. */
    Optional<Kept> kept(Field field);

    /** Whether something of that name was kept aside with another type. */
    boolean keptDifferently(FieldPath path);

    /** Values that were kept aside, and the records that came since and have none. */
    record Kept(long values, long without) {}
}
