package dev.cuenta.core.revision;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.model.Field;
import dev.cuenta.core.model.Uniqueness;
import dev.cuenta.core.type.Column;
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
    private record Owed(String words, List<AccountId> accounts) {}

    void added(Field field, long records) {
        Optional<StoredRecords.Kept> kept = stored.kept(field);
        Optional<Owed> owed = owed(field, records)
                .map(words -> new Owed(words, List.of()))
                .or(() -> uncomputed(field, records))
                .or(() -> colliding(field, records));
        if (kept.filter(it -> it.breaking() == 0).isPresent()) {
            restored(field, kept.get());
        } else if (kept.isPresent() && owed.isEmpty()) {
            changes.add(Change.of(
                    ChangeKind.FIELD_ADDED,
                    field.path(),
                    Effect.NARROWING,
                    isNew(field),
                    "A field of that name was removed, and " + kept.get().breaking()
                            + " of its kept values break the new rules: they all stay aside. " + whatExistingGet(field),
                    kept.get().values(),
                    true));
        } else if (owed.isPresent()) {
            changes.add(Change.of(
                            ChangeKind.FIELD_ADDED,
                            field.path(),
                            Effect.DECISION,
                            isNew(field),
                            owed.get().words(),
                            records,
                            false)
                    .naming(owed.get().accounts(), ""));
        } else {
            boolean promotes = promotes(field) && records > 0;
            changes.add(Change.of(
                    ChangeKind.FIELD_ADDED,
                    field.path(),
                    field.existingFrom() == null || records == 0 ? Effect.INSTANT : Effect.BACKFILL,
                    isNew(field),
                    whatExistingGet(field),
                    records,
                    promotes));
        }
    }

    /** The answer that is owed about the records that are there when the field arrives. */
    static Optional<String> owed(Field field, long records) {
        if (field.required() && !field.answersForExisting() && records > 0) {
            return Optional.of("`" + field.path()
                    + "` is required. Say what the existing records get: `existing: { value: ... }` or a default.");
        }
        if (field.uniqueness() != Uniqueness.NONE && field.forExisting().isPresent() && records > 1) {
            return Optional.of(
                    "`" + field.path()
                            + "` is unique, and existing records cannot all get the same value. Take `default` and `existing` out.");
        }
        return Optional.empty();
    }

    /** A required field whose expression gives some records nothing. */
    private Optional<Owed> uncomputed(Field field, long records) {
        if (!field.required() || field.existingFrom() == null || records == 0) {
            return Optional.empty();
        }
        StoredRecords.InTheWay without = stored.uncomputed(field);
        return without.count() == 0
                ? Optional.empty()
                : Optional.of(new Owed(
                        "`" + field.path() + "` is required, and its expression gives " + without.count()
                                + " records no value. Say what they get with orElse(field, value).",
                        without.accounts()));
    }

    private Optional<Owed> colliding(Field field, long records) {
        if (field.uniqueness() == Uniqueness.NONE || field.existingFrom() == null || records < 2) {
            return Optional.empty();
        }
        StoredRecords.InTheWay colliding = stored.computedCollisions(field);
        return colliding.count() == 0
                ? Optional.empty()
                : Optional.of(new Owed(
                        "`" + field.path() + "` is unique, and its expression gives " + colliding.count()
                                + " records a value that another gets too. Make it of something that tells them apart.",
                        colliding.accounts()));
    }

    /** Whether people who are there would get a flag that they never had. */
    static boolean promotes(Field field) {
        return Boolean.TRUE.equals(field.forExisting().orElse(null))
                || (field.existingFrom() != null && field.column().is(Column.Kind.BOOLEAN));
    }

    private static String isNew(Field field) {
        return "`" + field.path() + "` (" + field.type() + ") is new.";
    }

    static String whatExistingGet(Field field) {
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
            changes.add(Change.of(
                    ChangeKind.FIELD_RESTORED,
                    field.path(),
                    Effect.DECISION,
                    "`" + field.path() + "` comes back.",
                    owed.get(),
                    kept.without(),
                    false));
            return;
        }
        // Whether a missing value was missing before or came later cannot be told, so only a required field is filled.
        boolean fills = field.required() && kept.without() > 0;
        String others = fills ? " The " + kept.without() + " records without one: " + whatExistingGet(field) : "";
        changes.add(Change.of(
                ChangeKind.FIELD_RESTORED,
                field.path(),
                fills ? Effect.BACKFILL : Effect.INSTANT,
                "`" + field.path() + "` comes back.",
                "Its " + kept.values() + " values that were set aside are restored." + others,
                kept.values() + (fills ? kept.without() : 0),
                false));
    }
}
