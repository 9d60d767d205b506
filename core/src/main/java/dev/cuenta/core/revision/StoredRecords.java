package dev.cuenta.core.revision;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.model.Field;
import dev.cuenta.core.model.RetentionRule;
import dev.cuenta.core.model.Role;
import dev.cuenta.core.sharing.Vocabulary;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** What a diff has to know about the records that are there. */
public interface StoredRecords {
    long accounts();

    long accountsOfKind(String kind);

    /** How many records hold a value of the live field. */
    long values(Field field);

    /** How many records that could hold a value of the live field hold none. */
    long without(Field field);

    /** Records that are there and get no value from a new field's expression. */
    InTheWay uncomputed(Field field);

    /** Records that are there and share what a new field's expression gives them with another, as the field compares. */
    InTheWay computedCollisions(Field field);

    /** Values of the live field that the field as it will be would refuse. */
    Misfits misfits(Field before, Field after);

    /** Records that share a value of the live field with another, compared as the field will be. */
    InTheWay collisions(Field before, Field after);

    /** How many accounts hold the role with the number. */
    long holders(int role);

    /** How many of them have a second factor. */
    long strongHolders(int role);

    /** How many accounts hold the role though the model as it will be would not give it to them: by their kind, or beside another. */
    long misplaced(Role role);

    /** How many accounts belong to more than one tenant. */
    long inSeveralTenants();

    /** How many accounts a rule would take now; empty for a rule that the live revision cannot ask about. */
    Optional<Long> taken(RetentionRule rule);

    /** The column that was kept aside when the field was removed, if one was and it has the same type. */
    Optional<Kept> kept(Field field);

    /** What the code of services knows, by the service, as far as they have said. */
    Map<String, Vocabulary> vocabularies();

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
     * Records that break something.
     *
     * @param accounts whose they are, of the first few
     */
    record InTheWay(long count, List<AccountId> accounts) {
        public static final InTheWay NONE = new InTheWay(0, List.of());
    }

    /**
     * Stored values that a field would refuse.
     *
     * @param refused those that it would refuse
     * @param rewritten how many others the field would keep in another form
     * @param examples a few of the refused as JSON spells them, not masked yet
     */
    record Misfits(InTheWay refused, long rewritten, List<String> examples) {
        public static final Misfits NONE = new Misfits(InTheWay.NONE, 0, List.of());
    }
}
