package dev.cuenta.core.revision;

import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Field;
import dev.cuenta.core.model.FieldPath;
import dev.cuenta.core.model.IdScheme;
import dev.cuenta.core.model.RetentionRule;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** Compares the live revision with a file and the stored records. */
public final class ModelDiff {
    private final AccountModel live;
    private final AccountModel next;
    private final StoredRecords stored;
    private final List<Change> changes = new ArrayList<>();

    private ModelDiff(AccountModel live, AccountModel next, StoredRecords stored) {
        this.live = live;
        this.next = next;
        this.stored = stored;
    }

    public static Diff first(AccountModel next) {
        String tables =
                next.profiles().isEmpty() ? "1 table" : 1 + next.profiles().size() + " tables";
        return new Diff(
                0,
                List.of(Change.of(
                        ChangeKind.FIRST_REVISION,
                        next.name(),
                        Effect.INSTANT,
                        "The first revision of `" + next.name() + "`.",
                        "Makes " + tables + " with " + next.fields().size() + " fields; there are no records yet.")));
    }

    public static Diff between(int liveRevision, AccountModel live, AccountModel next, StoredRecords stored) {
        ModelDiff diff = new ModelDiff(live, next, stored);
        diff.compareSections();
        new RoleDiff(live, next, stored, diff.changes).compare();
        new KindDiff(live, next, stored, diff.changes).compare();
        diff.compareFields();
        new TenantDiff(live.tenants(), next.tenants(), stored, diff.changes).compare();
        new TenantFieldDiff(live, next, stored, diff.changes).compare();
        diff.compareRetention();
        new Promotions(live, next).add(stored, diff.changes);
        new ContractDiff(live, next, diff.changes).compare();
        new VocabularyDiff(live, next, stored, diff.changes).compare();
        return new Diff(liveRevision, diff.changes);
    }

    private void compareSections() {
        cannotChange("name", live.name(), next.name(), "is the name of this installation's records");
        compareIds();
        rules("displayName", live.displayName(), next.displayName(), "Display names are made when they are read.");
        rules("password", live.password(), next.password(), "Counts for passwords that are set from now on.");
        rules("activity", live.activity(), next.activity(), "Older entries go within the hour.");
    }

    private void cannotChange(String path, Object before, Object after, String why) {
        if (!before.equals(after)) {
            changes.add(Change.of(
                    ChangeKind.CANNOT_CHANGE,
                    path,
                    Effect.UNSUPPORTED,
                    "`" + path + "` changes.",
                    "It " + why + "; a live model keeps it."));
        }
    }

    /** Where the ids that were given can stay, only new accounts are concerned. */
    private void compareIds() {
        if (live.id().differsInSort(next.id())) {
            long accounts = stored.accounts();
            changes.add(Change.of(
                            ChangeKind.IDS_CHANGED,
                            "id",
                            Effect.BACKFILL,
                            "Ids are " + sort(next.id()) + " instead of " + sort(live.id()) + ".",
                            accounts + " accounts get another id. Their former one stays with them, and finds them"
                                    + " wherever an id is asked for. The map: cuenta model ids --map")
                    .touching(accounts));
        } else {
            rules("id", live.id(), next.id(), "Every account keeps its id; new ones get ids of the new scheme.");
        }
    }

    private static String sort(IdScheme scheme) {
        return scheme == IdScheme.SEQUENCE ? "counting numbers" : "UUIDs";
    }

    private void rules(String path, @Nullable Object before, @Nullable Object after, String consequence) {
        if (!Objects.equals(before, after)) {
            changes.add(
                    Change.of(ChangeKind.RULES_CHANGED, path, Effect.INSTANT, "`" + path + "` changes.", consequence));
        }
    }

    private void compareRetention() {
        live.retention().keySet().stream()
                .filter(name -> !next.retention().containsKey(name))
                .forEach(name -> changes.add(Change.of(
                        ChangeKind.RULES_CHANGED,
                        "retention." + name,
                        Effect.INSTANT,
                        "The retention rule `" + name + "` goes.",
                        "What it would have taken stays.")));
        next.retention().forEach((name, rule) -> {
            if (!rule.equals(live.retention().get(name))) {
                Optional<Long> taken = stored.taken(rule);
                long limit = rule.atMost().of(stored.accounts());
                boolean over = taken.filter(count -> count > limit).isPresent();
                changes.add(Change.of(
                                ChangeKind.RULES_CHANGED,
                                "retention." + name,
                                Effect.INSTANT,
                                "The retention rule `" + name + "` "
                                        + (live.retention().containsKey(name) ? "changes." : "is new."),
                                taken.map(count -> "It would take " + count + " accounts now. ")
                                                .orElse("")
                                        + (over
                                                ? "That is over its limit of " + limit
                                                        + " (`atMost`): a run waits until it is allowed. "
                                                : "")
                                        + whenItRuns(rule))
                        .touching(taken.orElse(0L))
                        .toAllowIf(over && rule.schedule() != null));
            }
        });
    }

    private static String whenItRuns(RetentionRule rule) {
        return rule.schedule() == null
                ? "Nothing is deleted until somebody runs it; preview it first."
                : "It runs by itself, at `" + rule.schedule().at() + "` in "
                        + rule.schedule().timeZone() + "; preview it first.";
    }

    private void compareFields() {
        FieldDiff fields = new FieldDiff(live, next, stored, changes);
        FieldArrival arrivals = new FieldArrival(stored, changes);
        Renames renames = Renames.between(live, next);
        live.fields().values().stream()
                .filter(Field::stored)
                .filter(field -> renames.after(field.path()).isEmpty())
                .forEach(field -> fields.removed(field, renames.likely(field)));
        computedThatGo();
        for (Field after : next.fields().values()) {
            if (!after.stored()) {
                compareComputed(after);
                continue;
            }
            FieldPath was = renames.before(after.path()).orElse(null);
            String profile = after.path().profile();
            if (was != null) {
                fields.changed(live.field(was).orElseThrow(), after);
            } else if (profile == null || live.profiles().containsKey(profile)) {
                arrivals.added(after, recordsWith(profile));
            } else if (stored.kept(after).isPresent()) {
                // Its profile was there before, and comes back.
                arrivals.added(after, 0);
            }
        }
    }

    private void computedThatGo() {
        live.fields().values().stream()
                .filter(field -> !field.stored())
                .filter(field -> next.field(field.path()).isEmpty())
                .forEach(field -> changes.add(Change.of(
                        ChangeKind.FIELD_REMOVED,
                        field.path(),
                        Effect.INSTANT,
                        "`" + field.path() + "` goes.",
                        "It was computed when it was read; nothing is lost.")));
    }

    private void compareComputed(Field after) {
        Field before = live.field(after.path()).orElse(null);
        if (before == null || before.stored()) {
            changes.add(Change.of(
                    ChangeKind.FIELD_ADDED,
                    after.path(),
                    Effect.INSTANT,
                    "`" + after.path() + "` (" + after.type() + ") is computed.",
                    "It is computed when it is read; nothing is stored."));
        } else if (!before.equals(after)) {
            changes.add(Change.of(
                    ChangeKind.FIELD_DESCRIBED,
                    after.path(),
                    Effect.INSTANT,
                    "`" + after.path() + "` is computed, read or described differently.",
                    "Counts for the next request."));
        }
    }

    /** Those that have the profile, and those that get it. */
    private long recordsWith(@Nullable String profile) {
        if (next.isWithinTenant(profile)) {
            return 0; // nobody has a value there before somebody gives one
        }
        return profile == null
                ? stored.accounts()
                : live.kinds().values().stream()
                        .filter(kind -> kind.profiles().contains(profile)
                                || next.successorOf(kind)
                                        .filter(heir -> heir.profiles().contains(profile))
                                        .isPresent())
                        .mapToLong(kind -> stored.accountsOfKind(kind.name()))
                        .sum();
    }
}
