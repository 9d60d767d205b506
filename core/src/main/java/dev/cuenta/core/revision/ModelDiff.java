package dev.cuenta.core.revision;

import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Field;
import dev.cuenta.core.model.Kind;
import dev.cuenta.core.model.Role;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
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
                List.of(new Change(
                        ChangeKind.FIRST_REVISION,
                        next.name(),
                        Effect.INSTANT,
                        "The first revision of `" + next.name() + "`.",
                        "Makes " + tables + " with " + next.fields().size() + " fields; there are no records yet.",
                        0,
                        false)));
    }

    public static Diff between(int liveRevision, AccountModel live, AccountModel next, StoredRecords stored) {
        ModelDiff diff = new ModelDiff(live, next, stored);
        diff.compareSections();
        diff.compareKinds();
        diff.compareProfiles();
        diff.compareFields();
        return new Diff(liveRevision, diff.changes);
    }

    private void compareSections() {
        cannotChange("name", live.name(), next.name(), "is the name of this installation's records");
        cannotChange("id", live.id(), next.id(), "would give every account another id");
        cannotChange(
                "tenants.membership", live.tenants().present(), next.tenants().present(), "would change who sees whom");
        rules("displayName", live.displayName(), next.displayName(), "Display names are made when they are read.");
        rules("password", live.password(), next.password(), "Counts for passwords that are set from now on.");
        rules("retention", live.retention(), next.retention(), "Nothing goes before the next run; preview it first.");
        rules(
                "tenants.name",
                live.tenants().nameAtSignUp(),
                next.tenants().nameAtSignUp(),
                "Counts for sign-ups from now on.");
        compareRoles();
    }

    private void cannotChange(String path, Object before, Object after, String why) {
        if (!before.equals(after)) {
            unsupported(path, "`" + path + "` changes.", "It " + why + "; this version cannot change it.");
        }
    }

    private void rules(String path, @Nullable Object before, @Nullable Object after, String consequence) {
        if (!Objects.equals(before, after)) {
            instant(ChangeKind.RULES_CHANGED, path, "`" + path + "` changes.", consequence);
        }
    }

    private void compareRoles() {
        for (Role role : live.roles().values()) {
            Role after = next.roles().get(role.name());
            if (after == null || after.number() != role.number()) {
                unsupported(
                        "roles." + role.name(),
                        "The role `" + role.name() + "` goes or gets another number.",
                        "Accounts hold it by its number; this version cannot change it.");
            } else if (after.withinTenant() != role.withinTenant()) {
                unsupported(
                        "roles." + role.name(),
                        "Where the role `" + role.name() + "` counts changes.",
                        "It was given for one or for all tenants; this version cannot change it.");
            } else if (!after.equals(role)) {
                add(
                        ChangeKind.RULES_CHANGED,
                        "roles." + role.name(),
                        Effect.INSTANT,
                        "What `" + role.name() + "` may do changes.",
                        "Counts at once for everyone who has the role.",
                        0,
                        after.administers() && !role.administers());
            }
        }
        next.roles().keySet().stream()
                .filter(name -> !live.roles().containsKey(name))
                .forEach(name -> instant(
                        ChangeKind.RULES_CHANGED,
                        "roles." + name,
                        "The role `" + name + "` is new.",
                        "Nobody has it yet."));
    }

    private void compareKinds() {
        for (Kind kind : live.kinds().values()) {
            Kind after = next.kinds().get(kind.name());
            if (after == null) {
                unsupported(
                        "kinds." + kind.name(),
                        "The kind `" + kind.name() + "` goes.",
                        stored.accountsOfKind(kind.name())
                                + " accounts are of it; this version cannot take a kind away.");
            } else if (!after.profiles().containsAll(kind.profiles())) {
                unsupported(
                        "kinds." + kind.name(),
                        "The kind `" + kind.name() + "` loses a profile.",
                        "This version cannot take a profile from a kind.");
            } else {
                compareKind(kind, after);
            }
        }
        next.kinds().values().stream()
                .filter(kind -> !live.kinds().containsKey(kind.name()))
                .forEach(kind -> instant(
                        ChangeKind.KIND_ADDED,
                        "kinds." + kind.name(),
                        "The kind `" + kind.name() + "` is new.",
                        "No account is of it yet."));
    }

    private void compareKind(Kind before, Kind after) {
        Set<String> given = new LinkedHashSet<>(after.profiles());
        before.profiles().forEach(given::remove);
        given.forEach(profile -> compareGiven(after, profile, stored.accountsOfKind(after.name())));
        if (!before.label().equals(after.label()) || before.byDefault() != after.byDefault()) {
            instant(
                    ChangeKind.RULES_CHANGED,
                    "kinds." + after.name(),
                    "The kind `" + after.name() + "` is described differently.",
                    "No record changes.");
        }
    }

    private void compareGiven(Kind kind, String profile, long records) {
        String path = kind.name() + "." + profile;
        String what = "Accounts of the kind `" + kind.name() + "` get the profile `" + profile + "`.";
        List<Field> fields = next.fieldsOfProfile(profile);
        Optional<String> owed = fields.stream()
                .flatMap(field -> FieldDiff.owed(field, records).stream())
                .findFirst();
        if (owed.isPresent()) {
            add(ChangeKind.PROFILE_GIVEN, path, Effect.DECISION, what, owed.get(), records, false);
        } else {
            boolean promotes = records > 0 && fields.stream().anyMatch(FieldDiff::promotes);
            String consequence = "Each gets a profile with what its fields say for existing records.";
            add(
                    ChangeKind.PROFILE_GIVEN,
                    path,
                    records == 0 ? Effect.INSTANT : Effect.BACKFILL,
                    what,
                    consequence,
                    records,
                    promotes);
        }
    }

    private void compareProfiles() {
        for (String profile : live.profiles().keySet()) {
            if (!next.profiles().containsKey(profile)) {
                unsupported(
                        "profiles." + profile,
                        "The profile `" + profile + "` goes.",
                        "This version can take away single fields, not a whole profile.");
            } else if (!Objects.equals(
                    live.profiles().get(profile), next.profiles().get(profile))) {
                instant(
                        ChangeKind.FIELD_DESCRIBED,
                        "profiles." + profile,
                        "The profile `" + profile + "` is described differently.",
                        "No record changes.");
            }
        }
        next.profiles().keySet().stream()
                .filter(profile -> !live.profiles().containsKey(profile))
                .forEach(profile -> instant(
                        ChangeKind.PROFILE_ADDED,
                        "profiles." + profile,
                        "The profile `" + profile + "` is new.",
                        "Makes a table with " + next.fieldsOfProfile(profile).size() + " fields."));
    }

    private void compareFields() {
        FieldDiff fields = new FieldDiff(stored, changes);
        live.fields().values().stream()
                .filter(field -> !next.fields().containsKey(field.path()))
                .filter(field -> field.path().profile() == null
                        || next.profiles().containsKey(field.path().profile()))
                .forEach(fields::removed);
        for (Map.Entry<?, Field> entry : next.fields().entrySet()) {
            Field after = entry.getValue();
            String profile = after.path().profile();
            Optional<Field> before = live.field(after.path());
            if (before.isPresent()) {
                fields.changed(before.get(), after);
            } else if (profile == null || live.profiles().containsKey(profile)) {
                fields.added(after, recordsWith(profile));
            }
        }
    }

    private long recordsWith(@Nullable String profile) {
        return profile == null
                ? stored.accounts()
                : live.kinds().values().stream()
                        .filter(kind -> kind.profiles().contains(profile))
                        .mapToLong(kind -> stored.accountsOfKind(kind.name()))
                        .sum();
    }

    private void instant(ChangeKind kind, String path, String what, String consequence) {
        add(kind, path, Effect.INSTANT, what, consequence, 0, false);
    }

    private void unsupported(String path, String what, String consequence) {
        add(ChangeKind.CANNOT_CHANGE, path, Effect.UNSUPPORTED, what, consequence, 0, false);
    }

    private void add(
            ChangeKind kind,
            String path,
            Effect effect,
            String what,
            String consequence,
            long records,
            boolean toAllow) {
        changes.add(new Change(kind, path, effect, what, consequence, records, toAllow));
    }
}
