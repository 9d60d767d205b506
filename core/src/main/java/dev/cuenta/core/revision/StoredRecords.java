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

    /**
     * A column that was kept aside.
     *
     * @param without records that have no value in it
     * @param breaking values that break the rules with which the field comes back
     */
    record Kept(long values, long without, long breaking) {}
}
