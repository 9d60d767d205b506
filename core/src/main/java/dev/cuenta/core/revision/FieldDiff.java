package dev.cuenta.core.revision;

import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Field;
import dev.cuenta.core.model.FieldPath;
import dev.cuenta.core.model.Kind;
import dev.cuenta.core.model.Uniqueness;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;

/** The differences of single fields. */
final class FieldDiff {
    private static final String BUILT = "The index is built while everyone goes on working.";

    private final AccountModel live;
    private final AccountModel next;
    private final StoredRecords stored;
    private final List<Change> changes;
    private final ValueDiff values;
    private final Map<FieldPath, StoredRecords.Outlook> outlooks = new HashMap<>();

    FieldDiff(AccountModel live, AccountModel next, StoredRecords stored, List<Change> changes) {
        this.live = live;
        this.next = next;
        this.stored = stored;
        this.changes = changes;
        this.values = new ValueDiff(stored, changes);
    }

    /** @param renamed what it may be called from now on, if the file only forgot to say so */
    void removed(Field field, Optional<Field> renamed) {
        long values = stored.values(field);
        boolean loses = values > 0;
        changes.add(Change.of(
                ChangeKind.FIELD_REMOVED,
                field.path(),
                loses ? Effect.LOSS : Effect.INSTANT,
                "`" + field.path() + "` goes.",
                (loses
                                ? "Its values are set aside; publishing the field again restores them."
                                : "No record holds a value.")
                        + renamed.map(FieldDiff::asked).orElse(""),
                values,
                loses));
    }

    private static String asked(Field other) {
        return " Is it `" + other.path()
                + "` now? Then write `formerly` there with its name, and the values come along.";
    }

    /** Each part says which components its change tells of; what none of them told is named at the end. */
    void changed(Field before, Field after) {
        if (before.equals(after)) {
            return;
        }
        Components owed = Components.differing(before, after);
        where(before, after, owed);
        telling(owed, () -> secrecy(before, after), "sensitivity");
        telling(owed, () -> values.changed(before, after), "type", "limits");
        telling(owed, () -> required(before, after), "required", "existing", "existingFrom");
        telling(owed, () -> uniqueness(before, after), "uniqueness");
        telling(owed, () -> search(before, after), "search");
        telling(owed, () -> indexed(before, after), "indexed");
        telling(owed, () -> access(after, owed), "read", "write", "returned", "mutability");
        described(after, owed);
    }

    private void telling(Components owed, Runnable part, String... components) {
        int before = changes.size();
        part.run();
        if (changes.size() > before) {
            owed.said(components);
        }
    }

    private void where(Field before, Field after, Components owed) {
        if (!before.sharesGroup(after)) {
            moved(before, after);
        } else if (!before.path().equals(after.path())) {
            changes.add(Change.of(
                    ChangeKind.FIELD_RENAMED,
                    after.path(),
                    Effect.INSTANT,
                    "`" + before.path() + "` is called `" + after.path() + "` now.",
                    "Its values stay where they are; the old name is unknown as soon as the revision is live.",
                    0,
                    false));
        } else {
            return;
        }
        owed.said("path", "formerly");
        // A name that changes takes its own label with it.
        if (before.presentation().labelled(after.label()).equals(after.presentation())) {
            owed.said("presentation");
        }
    }

    private void search(Field before, Field after) {
        if (before.search() != after.search()) {
            index(
                    ChangeKind.SEARCH_CHANGED,
                    after,
                    after.search(),
                    "look-up",
                    after.secret()
                            ? "It is found by its whole value, when that has been worked out in the background."
                            : BUILT);
        }
    }

    private void indexed(Field before, Field after) {
        if (before.indexed() != after.indexed()) {
            index(ChangeKind.INDEX_CHANGED, after, after.indexed(), "comparisons and sorting", BUILT);
        }
    }

    private void index(ChangeKind kind, Field after, boolean comes, String of, String built) {
        changes.add(Change.of(
                kind,
                after.path(),
                Effect.INSTANT,
                "`" + after.path() + "` is " + (comes ? "" : "no longer ") + "indexed for " + of + ".",
                comes ? built : "The index goes.",
                0,
                false));
    }

    private void access(Field after, Components owed) {
        if (owed.containsAny("read", "write", "returned", "mutability")) {
            changes.add(Change.of(
                    ChangeKind.ACCESS_CHANGED,
                    after.path(),
                    Effect.INSTANT,
                    "Who may read or write `" + after.path() + "` changes.",
                    "Counts for the next request.",
                    0,
                    false));
        }
    }

    private void described(Field after, Components owed) {
        if (!owed.left().isEmpty()) {
            changes.add(Change.of(
                    ChangeKind.FIELD_DESCRIBED,
                    after.path(),
                    Effect.INSTANT,
                    "`" + after.path() + "` has another "
                            + owed.left().stream().map(FieldDiff::word).collect(Collectors.joining(", "))
                            + ".",
                    "No record changes.",
                    0,
                    false));
        }
    }

    /** As the file calls a component. */
    private static String word(String component) {
        return switch (component) {
            case "presentation" -> "label, description or place";
            case "defaultValue" -> "`default`, for new accounts";
            case "existing", "existingFrom" -> "`existing`, which counts when the field arrives";
            case "formerly" -> "`formerly`, which counts when the field arrives";
            default -> "`" + component + "`";
        };
    }

    private void secrecy(Field before, Field after) {
        if (before.secret() == after.secret()) {
            return;
        }
        long values = stored.values(before);
        String consequence = after.secret()
                ? "Its values are encrypted. The plain values stay set aside until they are swept: cuenta model sweep"
                : "Its values lie open in the database from then on.";
        changes.add(Change.of(
                        ChangeKind.SECRECY_CHANGED,
                        after.path(),
                        values == 0 ? Effect.INSTANT : Effect.BACKFILL,
                        "`" + after.path() + "` is " + (after.secret() ? "secret." : "secret no more."),
                        values == 0 ? "No record holds a value." : consequence)
                .touching(values)
                .toAllowIf(values > 0 && !after.secret()));
    }

    private void moved(Field before, Field after) {
        long values = stored.values(before);
        List<String> without = kindsThatLose(before, after);
        changes.add(Change.of(
                        ChangeKind.FIELD_MOVED,
                        after.path(),
                        values == 0 ? Effect.INSTANT : without.isEmpty() ? Effect.BACKFILL : Effect.LOSS,
                        "`" + before.path() + "` becomes `" + after.path() + "`.",
                        without.isEmpty()
                                ? "Its values are converted; the old ones are set aside."
                                : "Its values come along but for accounts of the kinds " + String.join(", ", without)
                                        + ", which do not have the profile: their values are set aside.")
                .touching(values)
                .toAllowIf(values > 0 && !without.isEmpty()));
    }

    private List<String> kindsThatLose(Field before, Field after) {
        return live.kinds().values().stream()
                .filter(kind -> kind.has(before.path().profile()))
                .filter(kind -> next.successorOf(kind).stream()
                        .noneMatch(heir -> heir.has(after.path().profile())))
                .map(Kind::name)
                .toList();
    }

    private void required(Field before, Field after) {
        if (before.required() == after.required()) {
            return;
        }
        if (!after.required()) {
            changes.add(Change.of(
                    ChangeKind.BECAME_OPTIONAL,
                    after.path(),
                    Effect.INSTANT,
                    "`" + after.path() + "` becomes optional.",
                    "No record changes.",
                    0,
                    false));
            return;
        }
        long without = stored.without(before);
        Optional<StoredRecords.Outlook> outlook =
                without > 0 && after.existingFrom() != null ? Optional.of(outlook(before, after)) : Optional.empty();
        Optional<FieldArrival.Owed> owed = FieldArrival.owed(after, without, outlook);
        Effect effect = owed.isPresent() ? Effect.DECISION : without == 0 ? Effect.INSTANT : Effect.BACKFILL;
        String consequence = owed.map(FieldArrival.Owed::words)
                .orElseGet(() -> without == 0
                        ? "Every record has a value."
                        : "The " + FieldArrival.counted(without) + " without one: "
                                + FieldArrival.whatExistingGet(after, outlook));
        boolean promotes = without > 0 && FieldArrival.promotes(after);
        changes.add(Change.of(
                        ChangeKind.BECAME_REQUIRED,
                        after.path(),
                        effect,
                        "`" + after.path() + "` becomes required.",
                        consequence,
                        without,
                        promotes)
                .naming(owed.map(FieldArrival.Owed::accounts).orElse(List.of()), ""));
    }

    private void uniqueness(Field before, Field after) {
        boolean same = before.uniqueness() == after.uniqueness()
                && (after.uniqueness() == Uniqueness.NONE
                        || before.limits().caseExact() == after.limits().caseExact());
        if (same) {
            keptUnique(before, after);
            return;
        }
        if (after.uniqueness() == Uniqueness.NONE) {
            changes.add(Change.of(
                    ChangeKind.UNIQUENESS_DROPPED,
                    after.path(),
                    Effect.INSTANT,
                    "`" + after.path() + "` need not be unique any more.",
                    "No record changes.",
                    0,
                    false));
            return;
        }
        StoredRecords.InTheWay sharing = becomesOtherValues(before, after)
                ? outlook(before, after).colliding()
                : stored.collisions(before, after);
        long colliding = sharing.count();
        changes.add(Change.of(
                        ChangeKind.UNIQUENESS_ADDED,
                        after.path(),
                        colliding == 0 ? Effect.INSTANT : Effect.DECISION,
                        "`" + after.path() + "` becomes unique"
                                + (after.uniqueWithinTenant() ? " within each tenant" : "")
                                + (after.limits().caseExact() ? "." : ", whatever its capitals."),
                        colliding == 0
                                ? "No two records share a value; it is proven while everyone goes on working."
                                : colliding
                                        + " records share their value with another"
                                        + (after.uniqueWithinTenant() ? " of their tenant" : "")
                                        + ". Which of them keeps it is for you to say: "
                                        + "fix them first.",
                        colliding,
                        false)
                .naming(sharing.accounts(), ""));
    }

    /** What is converted, or filled, may be the same as what another record has. */
    private void keptUnique(Field before, Field after) {
        if (after.uniqueness() == Uniqueness.NONE || after.path().isOfTenant() || !becomesOtherValues(before, after)) {
            return;
        }
        StoredRecords.Outlook outlook = outlook(before, after);
        FieldArrival.colliding(after, outlook)
                .ifPresent(owed -> changes.add(Change.of(
                                ChangeKind.UNIQUENESS_ADDED,
                                after.path(),
                                Effect.DECISION,
                                "`" + after.path() + "` stays unique.",
                                owed.words(),
                                outlook.colliding().count(),
                                false)
                        .naming(owed.accounts(), "")));
    }

    /** Every record is read for it: once for a field, whoever asks. */
    private StoredRecords.Outlook outlook(Field before, Field after) {
        return outlooks.computeIfAbsent(
                after.path(), path -> stored.outlook(Optional.of(before), after, after.required()));
    }

    /** What wider limits let in was not there before. */
    private static boolean becomesOtherValues(Field before, Field after) {
        return !after.withinTenant()
                && (!before.type().equals(after.type())
                        || !before.column().equals(after.column())
                        || Narrowing.narrower(before, after)
                        || (after.required() && !before.required() && after.answersForExisting()));
    }
}
