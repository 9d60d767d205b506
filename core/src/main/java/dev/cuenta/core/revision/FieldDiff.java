package dev.cuenta.core.revision;

import dev.cuenta.core.model.Field;
import dev.cuenta.core.model.FieldPath;
import dev.cuenta.core.type.Limits;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;

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
        Optional<String> owed = owed(field, records);
        if (kept.isPresent()) {
            restored(field, kept.get());
        } else if (stored.keptDifferently(field.path())) {
            cannot(
                    field,
                    "comes back with another type",
                    "Values of that name were kept aside; this version cannot convert them.");
        } else if (owed.isPresent()) {
            add(ChangeKind.FIELD_ADDED, field.path(), Effect.DECISION, described(field), owed.get(), records, false);
        } else {
            boolean promotes = promotes(field) && records > 0;
            add(
                    ChangeKind.FIELD_ADDED,
                    field.path(),
                    Effect.INSTANT,
                    described(field),
                    whatExistingGet(field),
                    records,
                    promotes);
        }
    }

    /** The answer that is owed about the records that are there when the field arrives. */
    static Optional<String> owed(Field field, long records) {
        if (field.required() && field.forExisting().isEmpty() && records > 0) {
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

    /** Whether people who are there would get a flag that they never had. */
    static boolean promotes(Field field) {
        return Boolean.TRUE.equals(field.forExisting().orElse(null));
    }

    private static String described(Field field) {
        return "`" + field.path() + "` (" + field.type() + ") is new.";
    }

    private static String whatExistingGet(Field field) {
        return field.forExisting()
                .map(value -> "Existing records get " + field.type().write(value) + ".")
                .orElse("Existing records get no value.");
    }

    private void restored(Field field, StoredRecords.Kept kept) {
        if (kept.breaking() > 0) {
            cannot(
                    field,
                    "comes back with rules that " + kept.breaking() + " of its kept values break",
                    "Give it back the rules that it had.");
            return;
        }
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

    private void cannot(Field field, String what, String why) {
        add(
                ChangeKind.CANNOT_CHANGE,
                field.path(),
                Effect.UNSUPPORTED,
                "`" + field.path() + "` " + what + ".",
                why,
                0,
                false);
    }

    void changed(Field before, Field after) {
        Optional<String> impossible = impossible(before, after);
        if (impossible.isPresent()) {
            add(
                    ChangeKind.CANNOT_CHANGE,
                    after.path(),
                    Effect.UNSUPPORTED,
                    impossible.get(),
                    "This version cannot change it on live data.",
                    0,
                    false);
            return;
        }
        Set<String> added = new LinkedHashSet<>(after.limits().options());
        before.limits().options().forEach(added::remove);
        if (!added.isEmpty()) {
            add(
                    ChangeKind.OPTION_ADDED,
                    after.path(),
                    Effect.INSTANT,
                    "`" + after.path() + "` gets new options: " + String.join(", ", added) + ".",
                    "No record changes.",
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
        return !before.label().equals(after.label())
                || !before.description().equals(after.description())
                || before.sensitivity() != after.sensitivity()
                || before.signIn() != after.signIn()
                || !Objects.equals(before.defaultValue(), after.defaultValue());
    }

    private static Optional<String> impossible(Field before, Field after) {
        String path = "`" + after.path() + "`";
        if (before.type() != after.type()) {
            return Optional.of(path + " changes its type from " + before.type() + " to " + after.type() + ".");
        }
        if (!after.limits().options().containsAll(before.limits().options())) {
            return Optional.of(path + " loses an option.");
        }
        if (!withoutOptions(before.limits()).equals(withoutOptions(after.limits()))) {
            return Optional.of(path + " changes its limits.");
        }
        if (before.required() != after.required()) {
            return Optional.of(path + (after.required() ? " becomes required." : " becomes optional."));
        }
        return before.uniqueness() == after.uniqueness()
                ? Optional.empty()
                : Optional.of(path + " changes its uniqueness.");
    }

    private static Limits withoutOptions(Limits limits) {
        return new Limits(
                limits.minLength(),
                limits.maxLength(),
                limits.min(),
                limits.max(),
                limits.precision(),
                limits.scale(),
                List.of(),
                limits.pattern(),
                limits.caseExact());
    }

    private void add(
            ChangeKind kind,
            FieldPath path,
            Effect effect,
            String what,
            String consequence,
            long records,
            boolean toAllow) {
        changes.add(new Change(kind, path.toString(), effect, what, consequence, records, toAllow));
    }
}
