package dev.cuenta.core.revision;

import dev.cuenta.core.model.Field;
import dev.cuenta.core.model.FieldPath;
import dev.cuenta.core.model.Sensitivity;
import java.util.List;
import java.util.Objects;
import java.util.Optional;

/** The differences of single fields. */
final class FieldDiff {
    private final StoredRecords stored;
    private final List<Change> changes;

    FieldDiff(StoredRecords stored, List<Change> changes) {
        this.stored = stored;
        this.changes = changes;
    }

    void removed(Field field) {
        long values = stored.values(field);
        boolean loses = values > 0;
        add(
                ChangeKind.FIELD_REMOVED,
                field.path(),
                loses ? Effect.LOSS : Effect.INSTANT,
                "`" + field.path() + "` goes.",
                loses
                        ? "Its values are kept aside; publishing the field again brings them back."
                        : "No record holds a value.",
                values,
                loses);
    }

    void added(Field field, long records) {
        Optional<StoredRecords.Kept> kept = stored.kept(field);
        Optional<String> owed = owed(field, records).or(() -> uncomputed(field, records));
        if (kept.filter(it -> it.breaking() == 0).isPresent()) {
            restored(field, kept.get());
        } else if (kept.isPresent() && owed.isEmpty()) {
            add(
                    ChangeKind.FIELD_ADDED,
                    field.path(),
                    Effect.NARROWING,
                    isNew(field),
                    "A field of that name was removed, and " + kept.get().breaking()
                            + " of its kept values break the new rules: they all stay aside. " + whatExistingGet(field),
                    kept.get().values(),
                    true);
        } else if (owed.isPresent()) {
            add(ChangeKind.FIELD_ADDED, field.path(), Effect.DECISION, isNew(field), owed.get(), records, false);
        } else {
            boolean promotes = promotes(field) && records > 0;
            add(
                    ChangeKind.FIELD_ADDED,
                    field.path(),
                    field.existingFrom() == null || records == 0 ? Effect.INSTANT : Effect.BACKFILL,
                    isNew(field),
                    whatExistingGet(field),
                    records,
                    promotes);
        }
    }

    /** The answer that is owed about the records that are there when the field arrives. */
    static Optional<String> owed(Field field, long records) {
        if (field.required() && !field.answersForExisting() && records > 0) {
            return Optional.of("`" + field.path()
                    + "` is required. Say what the existing records get: `existing: { value: ... }` or a default.");
        }
        if (field.unique() && field.forExisting().isPresent() && records > 1) {
            return Optional.of(
                    "`" + field.path()
                            + "` is unique, and existing records cannot all get the same value. Take `default` and `existing` out.");
        }
        return Optional.empty();
    }

    /** A required field whose expression gives some records nothing. */
    private Optional<String> uncomputed(Field field, long records) {
        if (!field.required() || field.existingFrom() == null || records == 0) {
            return Optional.empty();
        }
        long without = stored.uncomputed(field);
        return without == 0
                ? Optional.empty()
                : Optional.of("`" + field.path() + "` is required, and its expression gives " + without
                        + " records no value. Say what they get with orElse(field, value).");
    }

    /** Whether people who are there would get a flag that they never had. */
    static boolean promotes(Field field) {
        return Boolean.TRUE.equals(field.forExisting().orElse(null))
                || (field.existingFrom() != null && field.type().name().equals("boolean"));
    }

    private static String isNew(Field field) {
        return "`" + field.path() + "` (" + field.type() + ") is new.";
    }

    private static String whatExistingGet(Field field) {
        if (field.existingFrom() != null) {
            return "Existing records get " + field.existingFrom() + ".";
        }
        return field.forExisting()
                .map(value -> "Existing records get " + field.type().write(value) + ".")
                .orElse("Existing records get no value.");
    }

    private void restored(Field field, StoredRecords.Kept kept) {
        Optional<String> owed = owed(field, kept.without());
        if (owed.isPresent() && field.required()) {
            add(
                    ChangeKind.FIELD_RESTORED,
                    field.path(),
                    Effect.DECISION,
                    "`" + field.path() + "` comes back.",
                    owed.get(),
                    kept.without(),
                    false);
            return;
        }
        // Whether a missing value was missing before or came later cannot be told, so only a required field is filled.
        boolean fills = field.required() && kept.without() > 0;
        String others = fills ? " The " + kept.without() + " records without one: " + whatExistingGet(field) : "";
        add(
                ChangeKind.FIELD_RESTORED,
                field.path(),
                fills ? Effect.BACKFILL : Effect.INSTANT,
                "`" + field.path() + "` comes back.",
                "Its " + kept.values() + " values that were kept aside are restored." + others,
                kept.values() + (fills ? kept.without() : 0),
                false);
    }

    void changed(Field before, Field after) {
        if (!before.path().equals(after.path())) {
            add(
                    ChangeKind.FIELD_RENAMED,
                    after.path(),
                    Effect.INSTANT,
                    "`" + before.path() + "` is called `" + after.path() + "` now.",
                    "Its values stay where they are; the old name is unknown as soon as the revision is live.",
                    0,
                    false);
        }
        values(before, after);
        required(before, after);
        uniqueness(before, after);
        if (before.search() != after.search()) {
            add(
                    ChangeKind.SEARCH_CHANGED,
                    after.path(),
                    Effect.INSTANT,
                    "`" + after.path() + "` is " + (after.search() ? "" : "no longer ") + "indexed for look-up.",
                    after.search() ? "The index is built while everyone goes on working." : "The index goes.",
                    0,
                    false);
        }
        if (!before.read().equals(after.read())
                || !before.write().equals(after.write())
                || before.returned() != after.returned()
                || before.mutability() != after.mutability()) {
            add(
                    ChangeKind.ACCESS_CHANGED,
                    after.path(),
                    Effect.INSTANT,
                    "Who may read or write `" + after.path() + "` changes.",
                    "Counts for the next request.",
                    0,
                    false);
        }
        if (described(before, after)) {
            add(
                    ChangeKind.FIELD_DESCRIBED,
                    after.path(),
                    Effect.INSTANT,
                    "`" + after.path() + "` is described differently, or new accounts get another default.",
                    "No record changes.",
                    0,
                    false);
        }
    }

    private static boolean described(Field before, Field after) {
        // A name that changes takes its own label with it; that is said already.
        boolean otherwiseLabelled =
                before.path().equals(after.path()) && !before.presentation().equals(after.presentation());
        return otherwiseLabelled
                || before.sensitivity() != after.sensitivity()
                || before.signIn() != after.signIn()
                || !Objects.equals(before.erase(), after.erase())
                || !Objects.equals(before.defaultValue(), after.defaultValue());
    }

    /** Another type or other limits, and what becomes of the stored values. */
    private void values(Field before, Field after) {
        boolean otherType =
                !before.type().equals(after.type()) || !before.column().equals(after.column());
        if (otherType && !Conversion.possible(before, after)) {
            add(
                    ChangeKind.CANNOT_CHANGE,
                    after.path(),
                    Effect.UNSUPPORTED,
                    typeChange(before, after),
                    "No " + before.type() + " can be read as " + after.type()
                            + ". Give the new field another name, and remove this one later.",
                    0,
                    false);
            return;
        }
        if (!otherType && before.limits().equals(after.limits())) {
            return;
        }
        StoredRecords.Misfits misfits = stored.misfits(before, after);
        String what = otherType
                ? typeChange(before, after)
                : "`" + after.path() + "` " + LimitWords.between(before.limits(), after.limits()) + ".";
        if (misfits.count() > 0) {
            misfitting(after, what, otherType ? ChangeKind.TYPE_CHANGED : ChangeKind.LIMITS_NARROWED, misfits);
        } else if (otherType) {
            boolean moves = !before.column().equals(after.column()) || misfits.rewritten() > 0;
            long values = moves ? stored.values(before) : 0;
            add(
                    ChangeKind.TYPE_CHANGED,
                    after.path(),
                    values == 0 ? Effect.INSTANT : Effect.BACKFILL,
                    what,
                    moves
                            ? "Every stored value can be converted; the old ones are kept aside."
                            : "Every stored value fits as it is.",
                    values,
                    false);
        } else {
            boolean narrower = Narrowing.narrower(before, after);
            add(
                    narrower ? ChangeKind.LIMITS_NARROWED : ChangeKind.LIMITS_WIDENED,
                    after.path(),
                    Effect.INSTANT,
                    what,
                    narrower ? "No stored value breaks them." : "No record changes.",
                    0,
                    false);
        }
    }

    private static String typeChange(Field before, Field after) {
        return before.type().equals(after.type())
                ? "`" + after.path() + "` gets another precision or scale."
                : "`" + after.path() + "` changes its type from " + before.type() + " to " + after.type() + ".";
    }

    private void misfitting(Field after, String what, ChangeKind kind, StoredRecords.Misfits misfits) {
        boolean owed = after.required() && !after.answersForExisting();
        String instead = owed
                ? "The field is required: mend them, or say what they get: `existing: { value: ... }`."
                : "Mend them, or allow the change: they are kept aside, and "
                        + after.forExisting()
                                .map(value -> "become " + after.type().write(value) + ".")
                                .orElse("the field becomes empty there.");
        boolean open = after.sensitivity() == Sensitivity.OPEN;
        changes.add(Change.of(
                        kind,
                        after.path(),
                        owed ? Effect.DECISION : Effect.NARROWING,
                        what,
                        misfits.count() + " stored values do not fit. " + instead)
                .touching(misfits.count())
                .showing(misfits.examples().stream()
                        .map(example -> open ? example : Masks.masked(example))
                        .toList())
                .toAllowIf(!owed));
    }

    private void required(Field before, Field after) {
        if (before.required() == after.required()) {
            return;
        }
        if (!after.required()) {
            add(
                    ChangeKind.BECAME_OPTIONAL,
                    after.path(),
                    Effect.INSTANT,
                    "`" + after.path() + "` becomes optional.",
                    "No record changes.",
                    0,
                    false);
            return;
        }
        long without = stored.without(before);
        Optional<String> owed = owed(after, without);
        Effect effect = owed.isPresent() ? Effect.DECISION : without == 0 ? Effect.INSTANT : Effect.BACKFILL;
        String consequence = owed.orElseGet(() -> without == 0
                ? "Every record has a value."
                : "The " + without + " records without one: " + whatExistingGet(after));
        boolean promotes = without > 0 && promotes(after);
        add(
                ChangeKind.BECAME_REQUIRED,
                after.path(),
                effect,
                "`" + after.path() + "` becomes required.",
                consequence,
                without,
                promotes);
    }

    private void uniqueness(Field before, Field after) {
        boolean same = before.unique() == after.unique()
                && (!after.unique()
                        || before.limits().caseExact() == after.limits().caseExact());
        if (same) {
            return;
        }
        if (!after.unique()) {
            add(
                    ChangeKind.UNIQUENESS_DROPPED,
                    after.path(),
                    Effect.INSTANT,
                    "`" + after.path() + "` need not be unique any more.",
                    "No record changes.",
                    0,
                    false);
            return;
        }
        long colliding = stored.collisions(before, after);
        add(
                ChangeKind.UNIQUENESS_ADDED,
                after.path(),
                colliding == 0 ? Effect.INSTANT : Effect.DECISION,
                "`" + after.path() + "` becomes unique"
                        + (after.limits().caseExact() ? "." : ", whatever its capitals."),
                colliding == 0
                        ? "No two records share a value; the index is built while everyone goes on working."
                        : colliding
                                + " records share their value with another. Which of them keeps it is for you to say: "
                                + "mend them first.",
                colliding,
                false);
    }

    private void add(
            ChangeKind kind,
            FieldPath path,
            Effect effect,
            String what,
            String consequence,
            long records,
            boolean toAllow) {
        changes.add(Change.of(kind, path, effect, what, consequence)
                .touching(records)
                .toAllowIf(toAllow));
    }
}
