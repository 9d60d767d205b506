package dev.cuenta.core.revision;

import dev.cuenta.core.model.Field;
import dev.cuenta.core.model.RetentionRule;
import java.util.List;
import java.util.Optional;

/** What a diff has to know about the records that are there. */
public interface StoredRecords {
    long accounts();

    long accountsOfKind(String kind);

    /** How many records hold a value of the live field. */
    long values(Field field);

    /** How many records that could hold a value of the live field hold none. */
    long without(Field field);

    /** How many of the records that are there a new field's expression gives no value. */
    long uncomputed(Field field);

    /** How many of the records that are there share what a new field's expression gives them with another, as the field compares. */
    long computedCollisions(Field field);

    /** Values of the live field that the field as it will be would refuse. */
    Misfits misfits(Field before, Field after);

    /** How many records share a value of the live field with another, compared as the field will be. */
    long collisions(Field before, Field after);

    /** How many accounts hold the role with the number. */
    long holders(int role);

    /** How many of them have a second factor. */
    long strongHolders(int role);

    /** How many accounts belong to more than one tenant. */
    long inSeveralTenants();

    /** How many accounts a rule would take now; empty for a rule that the live revision cannot ask about. */
    Optional<Long> taken(RetentionRule rule);

    /** The column that was kept aside when the field was removed, if one was and it has the same type. */
    Optional<Kept> kept(Field field);

    /** How many values that an earlier, narrower revision put aside come back now that the field has its limits again. */
    long returning(Field before, Field after);

    /**
     * A column that was kept aside.
     *
     * @param without records that have no value in it
     * @param breaking values that break the rules with which the field comes back
     */
    record Kept(long values, long without, long breaking) {}

    /**
     * Stored values that a field would refuse.
     *
     * @param count of those that are refused
     * @param rewritten how many others the field would keep in another form
     * @param examples a few of them as JSON spells them, not masked yet
     */
    record Misfits(long count, long rewritten, List<String> examples) {
        public static final Misfits NONE = new Misfits(0, 0, List.of());
    }
}
