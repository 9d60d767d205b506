package dev.cuenta.core.revision;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.model.Field;
import dev.cuenta.core.model.Uniqueness;
import dev.cuenta.core.revision.StoredRecords.InTheWay;
import dev.cuenta.core.revision.StoredRecords.Outlook;
import dev.cuenta.core.type.Column;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** A field that is new, or comes back: what the records get that are there already. */
final class FieldArrival {
    private final StoredRecords stored;
    private final List<Change> changes;

    FieldArrival(StoredRecords stored, List<Change> changes) {
        this.stored = stored;
        this.changes = changes;
    }

    /** An answer that is owed, and whose records ask for it. */
    record Owed(String words, List<AccountId> accounts) {}

    void added(Field field, long records) {
        Optional<StoredRecords.Kept> kept = stored.kept(field);
        if (kept.filter(it -> it.breaking() == 0).isPresent()) {
            restored(field, kept.get());
            return;
        }
        Optional<Outlook> outlook = outlook(stored, Optional.empty(), field, records);
        Optional<Owed> owed = owed(field, records, outlook);
        if (owed.isPresent()) {
            changes.add(Change.of(
                            ChangeKind.FIELD_ADDED,
                            field.path(),
                            Effect.DECISION,
                            isNew(field),
                            owed.get().words(),
                            records,
                            false)
                    .naming(owed.get().accounts(), ""));
        } else if (kept.isPresent()) {
            changes.add(Change.of(
                    ChangeKind.FIELD_ADDED,
                    field.path(),
                    Effect.NARROWING,
                    isNew(field),
                    "A field of that name was removed, and " + kept.get().breaking()
                            + " of its kept values break the new rules: they all stay aside. "
                            + whatExistingGet(field, outlook),
                    kept.get().values(),
                    true));
        } else {
            boolean promotes = promotes(field) && records > 0;
            changes.add(Change.of(
                            ChangeKind.FIELD_ADDED,
                            field.path(),
                            field.existingFrom() == null || records == 0 ? Effect.INSTANT : Effect.BACKFILL,
                            isNew(field),
                            whatExistingGet(field, outlook),
                            outlook.map(Outlook::filled).orElse(records),
                            promotes)
                    .naming(outlook.map(it -> it.unfit().accounts()).orElse(List.of()), ""));
        }
    }

    /**
     * What the records get, looked at only where one may get something else than another, or the same that may not be.
     *
     * @param before as {@link StoredRecords#outlook} takes it
     */
    static Optional<Outlook> outlook(StoredRecords stored, Optional<Field> before, Field field, long records) {
        boolean varies = field.existingFrom() != null
                || (field.uniqueness() != Uniqueness.NONE && field.forExisting().isPresent());
        return varies && records > 0 ? Optional.of(stored.outlook(before, field, true)) : Optional.empty();
    }

    /** The answer that is owed about the records that are there when the field arrives. */
    static Optional<Owed> owed(Field field, long records, Optional<Outlook> outlook) {
        if (field.required() && !field.answersForExisting() && records > 0) {
            return Optional.of(new Owed(
                    "`" + field.path() + "` is required. Say what the existing records get: " + answers(field),
                    List.of()));
        }
        return outlook.flatMap(it -> uncomputed(field, it).or(() -> colliding(field, it)));
    }

    /** As far as they are no constant for several: a unique field needs one for each. */
    private static String answers(Field field) {
        return field.uniqueness() == Uniqueness.NONE
                ? "`existing: { value: ... }` or a default."
                : "`existing: { from: ... }`, an expression that gives each its own, as the field is unique.";
    }

    /** A required field whose expression gives some records nothing that it takes. */
    private static Optional<Owed> uncomputed(Field field, Outlook outlook) {
        InTheWay empty = outlook.empty();
        if (!field.required() || empty.count() == 0) {
            return Optional.empty();
        }
        List<String> words = new ArrayList<>();
        if (outlook.none().count() > 0) {
            words.add("gives " + counted(outlook.none().count())
                    + " no value: say what they get with orElse(field, value)");
        }
        if (outlook.unfit().count() > 0) {
            words.add("gives " + counted(outlook.unfit().count())
                    + " a value that breaks the field's own rules: compute another, or widen the rules");
        }
        return Optional.of(new Owed(
                "`" + field.path() + "` is required, and its expression " + String.join("; it ", words) + ".",
                empty.accounts()));
    }

    static Optional<Owed> colliding(Field field, Outlook outlook) {
        InTheWay colliding = outlook.colliding();
        if (colliding.count() == 0) {
            return Optional.empty();
        }
        String where = field.uniqueWithinTenant() ? " within each tenant" : "";
        return Optional.of(new Owed(
                "`" + field.path() + "` is unique" + where + ", and " + counted(colliding.count())
                        + " would share a value with another. Give each its own: `existing: { from: ... }` with something that"
                        + " tells them apart, or nothing.",
                colliding.accounts()));
    }

    /** As sentences count records. */
    static String counted(long records) {
        return records == 1 ? "1 record" : records + " records";
    }

    /** Whether people who are there would get a flag that they never had. */
    static boolean promotes(Field field) {
        return Boolean.TRUE.equals(field.forExisting().orElse(null))
                || (field.existingFrom() != null && field.column().is(Column.Kind.BOOLEAN));
    }

    private static String isNew(Field field) {
        return "`" + field.path() + "` (" + field.type() + ") is new.";
    }

    static String whatExistingGet(Field field, Optional<Outlook> outlook) {
        if (field.existingFrom() != null) {
            return "Existing records get " + field.existingFrom()
                    + outlook.map(FieldArrival::told).orElse(".");
        }
        return field.forExisting()
                .map(value -> "Existing records get " + field.type().write(value) + ".")
                .orElse("Existing records get no value.");
    }

    /** How many get what. */
    private static String told(Outlook outlook) {
        List<String> parts = new ArrayList<>();
        parts.add(outlook.filled() + (outlook.filled() == 1 ? " gets a value" : " get a value"));
        if (outlook.none().count() > 0) {
            parts.add(outlook.none().count() + " none");
        }
        if (outlook.unfit().count() > 0) {
            parts.add(outlook.unfit().count() + " none because it would break the field's own rules");
        }
        return ": " + String.join(", ", parts) + ".";
    }

    private void restored(Field field, StoredRecords.Kept kept) {
        // Whether a missing value was missing before or came later cannot be told, so only a required field is filled.
        boolean fills = field.required() && kept.without() > 0;
        Optional<Outlook> outlook =
                fills ? outlook(stored, Optional.of(field), field, kept.without()) : Optional.empty();
        Optional<Owed> owed = fills ? owed(field, kept.without(), outlook) : Optional.empty();
        String what = "`" + field.path() + "` comes back.";
        if (owed.isPresent()) {
            changes.add(Change.of(
                            ChangeKind.FIELD_RESTORED,
                            field.path(),
                            Effect.DECISION,
                            what,
                            owed.get().words(),
                            kept.without(),
                            false)
                    .naming(owed.get().accounts(), ""));
            return;
        }
        String others =
                fills ? " The " + counted(kept.without()) + " without one: " + whatExistingGet(field, outlook) : "";
        changes.add(Change.of(
                ChangeKind.FIELD_RESTORED,
                field.path(),
                fills ? Effect.BACKFILL : Effect.INSTANT,
                what,
                "Its " + kept.values() + " values that were set aside are restored." + others,
                kept.values() + (fills ? kept.without() : 0),
                false));
    }
}
