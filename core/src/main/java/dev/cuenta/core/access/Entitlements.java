package dev.cuenta.core.access;

import dev.cuenta.core.account.AccountRecord.GivenRole;
import dev.cuenta.core.account.Scope;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Party;
import dev.cuenta.core.model.Role;
import dev.cuenta.core.permission.Permission;
import dev.cuenta.core.permission.Permissions;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import org.jspecify.annotations.Nullable;

/** What somebody's roles let them do, and where. */
public final class Entitlements {
    /** A role, and where it counts for whoever has it. */
    private record Held(Role role, Scope where) {
        private boolean countsIn(Scope scope) {
            return where.equals(Scope.EVERYWHERE) || where.equals(scope);
        }
    }

    private final AccountModel model;
    private final List<Held> held;
    private final @Nullable Predicate<Permission> limit;

    private Entitlements(AccountModel model, List<Held> held, @Nullable Predicate<Permission> limit) {
        this.model = model;
        this.held = held;
        this.limit = limit;
    }

    /** Those of roles as they were given; roles that the model does not know mean nothing. */
    public static Entitlements of(AccountModel model, Collection<GivenRole> roles) {
        return new Entitlements(
                model,
                roles.stream()
                        .flatMap(given -> Optional.ofNullable(model.roles().get(given.role())).stream()
                                .map(role -> new Held(role, where(given))))
                        .toList(),
                null);
    }

    /** The same through the hands of a program that may do these things and no more: what either may not do, both may not. */
    public Entitlements limitedTo(Predicate<Permission> permitted) {
        return new Entitlements(model, held, permitted);
    }

    private static Scope where(GivenRole given) {
        return given.tenant() == null ? Scope.EVERYWHERE : Scope.within(given.tenant());
    }

    public boolean may(Permission permission, Scope scope) {
        return (limit == null || limit.test(permission))
                && held.stream()
                        .anyMatch(each -> each.countsIn(scope) && each.role().permits(permission));
    }

    /** Whether all that the other's roles let them do is among this, wherever it counts. */
    public boolean cover(Entitlements other) {
        return other.held.stream().allMatch(each -> cover(each.role(), each.where()));
    }

    /**
     * Whether all that the role lets its holder do there is among this: its permissions, and the fields that it reads and writes.
     * What every new account gets needs nobody's leave.
     */
    public boolean cover(Role role, Scope where) {
        if (role.byDefault() || doEverything(where)) {
            return true;
        }
        return !role.may().everything()
                && role.may().named().stream().filter(role::permits).allMatch(permission -> may(permission, where))
                && model.fields().values().stream()
                        .allMatch(field ->
                                coverParty(field.read(), role, where) && coverParty(field.write(), role, where));
    }

    /** Whether all of these are held everywhere. */
    public boolean includeEverywhere(Permissions permissions) {
        return doEverything(Scope.EVERYWHERE)
                || (!permissions.everything()
                        && permissions.named().stream().allMatch(permission -> may(permission, Scope.EVERYWHERE)));
    }

    private boolean doEverything(Scope scope) {
        return limit == null
                && held.stream()
                        .anyMatch(each ->
                                each.countsIn(scope) && each.role().may().everything());
    }

    private boolean coverParty(Set<Party> listed, Role role, Scope where) {
        return !listed.contains(role.party())
                || (limit == null
                        && held.stream()
                                .anyMatch(each -> each.countsIn(where)
                                        && listed.contains(each.role().party())));
    }

    /** The roles that count there. */
    List<Role> roles(Scope scope) {
        return held.stream()
                .filter(each -> each.countsIn(scope))
                .map(Held::role)
                .toList();
    }
}
