package dev.cuenta.core.revision;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.model.Field;
import dev.cuenta.core.model.RetentionRule;
import dev.cuenta.core.model.Role;
import dev.cuenta.core.sharing.Vocabulary;
import java.util.ArrayList;
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

    /**
     * What the records will have in the field when the revision is live; everything is judged as what comes over HTTP is.
     *
     * @param before the live field whose values stay or are converted; the field itself where it comes back; empty for a new one
     * @param fills whether records without a value get what the field says for existing ones
     */
    Outlook outlook(Optional<Field> before, Field after, boolean fills);

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
     * What becomes of the records that are to have a field.
     *
     * @param standing those that have a value already, or have one that comes back
     * @param filled those without one that get one
     * @param none those that get nothing
     * @param unfit those that would get a value which breaks the field's own rules, and so get nothing
     * @param colliding those whose value another record has too, as the field compares; only of a unique field
     */
    record Outlook(long standing, long filled, InTheWay none, InTheWay unfit, InTheWay colliding) {
        /** Those that are without a value afterwards. */
        public InTheWay empty() {
            List<AccountId> accounts = new ArrayList<>(none.accounts());
            accounts.addAll(unfit.accounts());
            return new InTheWay(none.count() + unfit.count(), accounts);
        }
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
