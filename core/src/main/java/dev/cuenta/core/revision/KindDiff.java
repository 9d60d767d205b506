package dev.cuenta.core.revision;

import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Field;
import dev.cuenta.core.model.Kind;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/** The differences of kinds and of the profiles they have. */
final class KindDiff {
    private final AccountModel live;
    private final AccountModel next;
    private final Renames renames;
    private final StoredRecords stored;
    private final List<Change> changes;

    KindDiff(AccountModel live, AccountModel next, StoredRecords stored, List<Change> changes) {
        this.live = live;
        this.next = next;
        this.renames = Renames.between(live, next);
        this.stored = stored;
        this.changes = changes;
    }

    void compare() {
        live.kinds().values().forEach(this::compare);
        next.kinds().values().stream()
                .filter(kind -> !live.kinds().containsKey(kind.name()))
                .forEach(kind -> changes.add(Change.of(
                        ChangeKind.KIND_ADDED,
                        "kinds." + kind.name(),
                        Effect.INSTANT,
                        "The kind `" + kind.name() + "` is new.",
                        kind.formerly().isEmpty()
                                ? "No account is of it yet."
                                : "It takes over the accounts of " + String.join(", ", kind.formerly()) + ".")));
        compareProfiles();
    }

    private void compare(Kind before) {
        Kind after = next.kinds().get(before.name());
        if (after == null) {
            removed(before);
            return;
        }
        long records = stored.accountsOfKind(before.name());
        Components owed = Components.differing(before, after);
        int said = changes.size();
        profiles(before, after, records);
        if (changes.size() > said) {
            owed.said("profiles");
        }
        boolean takesOver = after.formerly().stream()
                .anyMatch(
                        gone -> live.kinds().containsKey(gone) && !next.kinds().containsKey(gone));
        if (takesOver) {
            owed.said("formerly"); // where the kind goes
        }
        Set<String> left = owed.left();
        if (!left.isEmpty()) {
            changes.add(Change.of(
                    ChangeKind.RULES_CHANGED,
                    "kinds." + after.name(),
                    Effect.INSTANT,
                    "The kind `" + after.name() + "` has another "
                            + left.stream()
                                    .map(component -> component.equals("byDefault") ? "default" : component)
                                    .sorted()
                                    .map(word -> "`" + word + "`")
                                    .collect(Collectors.joining(", "))
                            + ".",
                    left.contains("byDefault") ? "Counts for sign-ups from now on." : "No record changes."));
        }
    }

    private void removed(Kind kind) {
        long records = stored.accountsOfKind(kind.name());
        Optional<Kind> heir = next.heirOf(kind.name());
        String what = "The kind `" + kind.name() + "` goes.";
        if (heir.isPresent()) {
            changes.add(Change.of(
                            ChangeKind.KIND_REMOVED,
                            "kinds." + kind.name(),
                            records == 0 ? Effect.INSTANT : Effect.BACKFILL,
                            what,
                            "Its accounts become of the kind `" + heir.get().name() + "`.")
                    .touching(records));
            profiles(kind, heir.get(), records);
        } else {
            changes.add(Change.of(
                            ChangeKind.KIND_REMOVED,
                            "kinds." + kind.name(),
                            records == 0 ? Effect.INSTANT : Effect.DECISION,
                            what,
                            records == 0
                                    ? "No account is of it."
                                    : "Say what its accounts become: write `formerly: [" + kind.name()
                                            + "]` in the kind that takes them over.")
                    .touching(records));
        }
    }

    private void profiles(Kind before, Kind after, long records) {
        after.profiles().stream()
                .filter(profile -> !before.profiles().contains(profile))
                .forEach(profile -> given(after, profile, records));
        before.profiles().stream()
                .filter(profile -> !after.profiles().contains(profile))
                .filter(next.profiles()::containsKey)
                .forEach(profile -> changes.add(Change.of(
                                ChangeKind.PROFILE_TAKEN,
                                after.name() + "." + profile,
                                records == 0 ? Effect.INSTANT : Effect.LOSS,
                                "Accounts of the kind `" + after.name() + "` lose the profile `" + profile + "`.",
                                records == 0
                                        ? "No account is of the kind."
                                        : "It stays stored and comes back when the kind gets the profile again.")
                        .touching(records)
                        .toAllowIf(records > 0)));
    }

    private void given(Kind kind, String profile, long records) {
        String path = kind.name() + "." + profile;
        String what = "Accounts of the kind `" + kind.name() + "` get the profile `" + profile + "`.";
        if (next.isWithinTenant(profile)) {
            changes.add(Change.of(
                    ChangeKind.PROFILE_GIVEN,
                    path,
                    Effect.INSTANT,
                    what,
                    "In each of their tenants; no value is there until somebody gives one."));
            return;
        }
        List<Field> fields = next.fieldsOfProfile(profile);
        Optional<FieldArrival.Owed> owed = fields.stream()
                .filter(Field::stored)
                .flatMap(field -> owed(field, records).stream())
                .findFirst();
        if (owed.isPresent()) {
            changes.add(Change.of(
                            ChangeKind.PROFILE_GIVEN,
                            path,
                            Effect.DECISION,
                            what,
                            owed.get().words())
                    .touching(records)
                    .naming(owed.get().accounts(), ""));
        } else {
            changes.add(Change.of(
                            ChangeKind.PROFILE_GIVEN,
                            path,
                            records == 0 ? Effect.INSTANT : Effect.BACKFILL,
                            what,
                            "Each gets a profile with what comes along, and with what its fields say for existing records.")
                    .touching(records)
                    .toAllowIf(records > 0 && fields.stream().anyMatch(FieldArrival::promotes)));
        }
    }

    /** What is new in a profile that others have already is told at the field, for all who are to have it. */
    private Optional<FieldArrival.Owed> owed(Field field, long records) {
        Optional<Field> before = renames.before(field.path()).flatMap(live::field);
        boolean toldElsewhere =
                before.isEmpty() && live.profiles().containsKey(field.path().profile());
        if (records == 0 || toldElsewhere) {
            return Optional.empty();
        }
        boolean comesAlong = before.filter(it -> !it.sharesGroup(field)).isPresent();
        // What comes along leaves an answer owed only about those that have nothing to bring.
        long without = !comesAlong
                ? records
                : field.required() && !field.answersForExisting()
                        ? stored.outlook(before, field, false).empty().count()
                        : 0;
        return FieldArrival.owed(field, without, FieldArrival.outlook(stored, before, field, records));
    }

    private void compareProfiles() {
        for (String profile : live.profiles().keySet()) {
            if (!next.profiles().containsKey(profile)) {
                changes.add(Change.of(
                        ChangeKind.PROFILE_REMOVED,
                        "profiles." + profile,
                        Effect.INSTANT,
                        "The profile `" + profile + "` goes.",
                        "What becomes of its fields is said at each of them."));
            } else if (live.isWithinTenant(profile) != next.isWithinTenant(profile)) {
                changes.add(Change.of(
                        ChangeKind.CANNOT_CHANGE,
                        "profiles." + profile + ".within",
                        Effect.UNSUPPORTED,
                        "The profile `" + profile + "` has its values elsewhere.",
                        "One value of an account and one in each of its tenants cannot become each other. Give the new profile"
                                + " another name, and remove this one later."));
            } else if (!Objects.equals(
                    live.profiles().get(profile), next.profiles().get(profile))) {
                changes.add(Change.of(
                        ChangeKind.FIELD_DESCRIBED,
                        "profiles." + profile,
                        Effect.INSTANT,
                        "The profile `" + profile + "` is described differently.",
                        "No record changes."));
            }
        }
        next.profiles().keySet().stream()
                .filter(profile -> !live.profiles().containsKey(profile))
                .forEach(profile -> changes.add(Change.of(
                        ChangeKind.PROFILE_ADDED,
                        "profiles." + profile,
                        Effect.INSTANT,
                        "The profile `" + profile + "` is new.",
                        "Makes a table with " + next.fieldsOfProfile(profile).size() + " fields.")));
    }
}
