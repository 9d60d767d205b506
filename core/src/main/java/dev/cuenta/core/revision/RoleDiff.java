package dev.cuenta.core.revision;

import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Role;
import dev.cuenta.core.permission.Permissions;
import java.util.List;
import java.util.Optional;
import java.util.TreeSet;

/** The differences of roles. A role is its number: the name may change, the number never. */
final class RoleDiff {
    private final AccountModel live;
    private final AccountModel next;
    private final StoredRecords stored;
    private final List<Change> changes;

    RoleDiff(AccountModel live, AccountModel next, StoredRecords stored, List<Change> changes) {
        this.live = live;
        this.next = next;
        this.stored = stored;
        this.changes = changes;
    }

    void compare() {
        for (Role role : live.roles().values()) {
            Role sameName = next.roles().get(role.name());
            Optional<Role> sameNumber = next.roleNumbered(role.number());
            if (sameName != null && sameName.number() != role.number()) {
                cannot(role, "The role `" + role.name() + "` gets another number.", "Accounts hold it by its number.");
            } else if (sameNumber.isPresent()) {
                changed(role, sameNumber.get());
            } else {
                removed(role);
            }
        }
        next.roles().values().stream()
                .filter(role -> live.roleNumbered(role.number()).isEmpty()
                        && !live.roles().containsKey(role.name()))
                .forEach(this::added);
        administrators();
    }

    /** As long as somebody administers, a revision leaves somebody who does. */
    private void administrators() {
        long before = holders(live.administeringRoles());
        if (before == 0) {
            return;
        }
        if (holders(next.administeringRoles()) == 0) {
            changes.add(Change.of(
                            ChangeKind.ADMINISTRATORS_LOST,
                            "roles",
                            Effect.DECISION,
                            "Nobody would administer: no account has a role that may do everything.",
                            "Assign such a role to somebody first, or keep the one that people have.")
                    .touching(before));
        } else if (next.administeringRoles().stream().allMatch(Role::secondFactor)
                && !live.administeringRoles().stream().allMatch(Role::secondFactor)
                && next.administeringRoles().stream().allMatch(role -> stored.strongHolders(role.number()) == 0)) {
            changes.add(Change.of(
                            ChangeKind.ADMINISTRATORS_LOST,
                            "roles",
                            Effect.INSTANT,
                            "Administering takes a second factor, and no administrator has one.",
                            "Nobody administers until one of them adds it: cuenta second-factor add")
                    .touching(before)
                    .toAllowIf(true));
        }
    }

    private long holders(List<Role> roles) {
        return roles.stream().mapToLong(role -> stored.holders(role.number())).sum();
    }

    private void changed(Role before, Role after) {
        if (before.withinTenant() != after.withinTenant()) {
            cannot(
                    after,
                    "Where the role `" + after.name() + "` counts changes.",
                    "It was given for one or for all tenants. Make a new role with a number of its own.");
            return;
        }
        Components owed = Components.differing(before, after);
        if (owed.contains("name")) {
            changes.add(rules(
                    after,
                    "The role `" + before.name() + "` is called `" + after.name() + "` now.",
                    "Whoever has it keeps it; it is known by its number " + after.number() + "."));
            tellServices(
                    before,
                    "is called `" + after.name() + "`",
                    "Its team must have a version that knows the new name.");
            owed.said("name", "label", "formerly"); // it is told that it is called otherwise
        }
        if (owed.containsAny("label", "description", "formerly")) {
            changes.add(Change.of(
                    ChangeKind.FIELD_DESCRIBED,
                    "roles." + after.name(),
                    Effect.INSTANT,
                    "The role `" + after.name() + "` is described differently.",
                    "No record changes."));
            owed.said("label", "description", "formerly");
        }
        if (owed.containsAny("kinds", "excludes")) {
            holding(after);
            owed.said("kinds", "excludes");
        }
        if (owed.contains("approval")) {
            changes.add(rules(
                    after,
                    after.approval()
                            ? "The role `" + after.name() + "` counts only when a second person has approved it."
                            : "The role `" + after.name() + "` needs no approval any more.",
                    "Whoever has it keeps it."));
            owed.said("approval");
        }
        if (owed.contains("onCreate")) {
            changes.add(rules(
                    after,
                    "Whoever makes a tenant gets `" + after.name() + "` there" + (after.onCreate() ? "." : " no more."),
                    "Counts for tenants that are made from now on."));
            owed.said("onCreate");
        }
        if (owed.contains("secondFactor")) {
            changes.add(rules(
                            after,
                            "The role `" + after.name() + "` counts "
                                    + (after.secondFactor()
                                            ? "only with a second factor."
                                            : "without a second factor."),
                            "Counts for the next request of everyone who has the role.")
                    .touching(stored.holders(after.number())));
            owed.said("secondFactor");
        }
        if (owed.contains("may")) {
            Permissions less = before.may().without(after.may());
            if (!less.isEmpty()) {
                changes.add(rules(
                                after,
                                "`" + after.name() + "` may " + less + " no more.",
                                "Counts at once for everyone who has the role.")
                        .touching(stored.holders(after.number())));
            }
            owed.said("may");
        }
        if (owed.contains("byDefault") && !after.byDefault()) {
            changes.add(rules(after, "New accounts get `" + after.name() + "` no more.", "Whoever has it keeps it."));
        }
        owed.said("byDefault");
        if (!owed.left().isEmpty()) {
            changes.add(rules(
                    after,
                    "The role `" + after.name() + "` has another `" + String.join("`, `", new TreeSet<>(owed.left()))
                            + "`.",
                    "Counts at once for everyone who has the role."));
        }
    }

    /** By which kinds, and beside what. */
    private void holding(Role after) {
        long misplaced = stored.misplaced(after);
        changes.add(rules(
                        after,
                        "The role `" + after.name()
                                + "` is given to other accounts than before: by their kind, or beside which roles.",
                        misplaced == 0
                                ? "Everyone who has it could be given it."
                                : "Those who would not be given it any more keep it until it is taken.")
                .touching(misplaced)
                .toAllowIf(misplaced > 0));
    }

    private void tellServices(Role role, String what, String consequence) {
        live.services().values().stream()
                .filter(service -> service.attributes().contains("roles"))
                .forEach(service -> changes.add(Change.of(
                                ChangeKind.CONTRACT_TOUCHED,
                                service.name() + ".roles." + role.name(),
                                Effect.CONTRACT,
                                "`" + service.name() + "` reads and asks for roles by name, and `" + role.name() + "` "
                                        + what + ".",
                                consequence)
                        .toAllowIf(true)));
    }

    private void removed(Role role) {
        tellServices(role, "goes", "Its team must have a version that does without.");
        long holders = stored.holders(role.number());
        changes.add(Change.of(
                        ChangeKind.ROLE_REMOVED,
                        "roles." + role.name(),
                        holders == 0 ? Effect.INSTANT : Effect.LOSS,
                        "The role `" + role.name() + "` goes.",
                        holders == 0
                                ? "Nobody has it."
                                : "Those who have it keep it in the database, and it means nothing until it comes back under its number.")
                .touching(holders)
                .toAllowIf(holders > 0));
    }

    private void added(Role role) {
        long holders = stored.holders(role.number());
        changes.add(rules(
                        role,
                        "The role `" + role.name() + "` is new.",
                        holders == 0
                                ? "Nobody has it yet."
                                : "Its number was another role's: " + holders
                                        + " accounts that had that one get this one.")
                .touching(holders)
                .toAllowIf(holders > 0));
    }

    private static Change rules(Role role, String what, String consequence) {
        return Change.of(ChangeKind.RULES_CHANGED, "roles." + role.name(), Effect.INSTANT, what, consequence);
    }

    private void cannot(Role role, String what, String why) {
        changes.add(Change.of(ChangeKind.CANNOT_CHANGE, "roles." + role.name(), Effect.UNSUPPORTED, what, why));
    }
}
