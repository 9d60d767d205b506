package dev.cuenta.service.account;

import dev.cuenta.core.access.GivingRule;
import dev.cuenta.core.account.AccountRecord;
import dev.cuenta.core.account.AccountRecord.GivenRole;
import dev.cuenta.core.account.Scope;
import dev.cuenta.core.finding.Nearest;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Role;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.Violation;
import dev.cuenta.core.role.GrantTerms;
import dev.cuenta.service.caller.Caller;
import dev.cuenta.store.account.Changeable;
import dev.cuenta.store.account.Controlled;
import dev.cuenta.store.account.ControlledWithin;
import dev.cuenta.store.live.Work;
import dev.cuenta.store.role.GivenRoles;
import dev.cuenta.store.role.Giver;
import java.util.Collection;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/** The roles that an account is to have from now on, as far as the caller may decide about them. */
public record RoleChange(Set<Role> given, Set<Role> taken, Scope where) {
    private static final String POINTER = "/roles";

    /** Takes {@code roles} out of the body, if it is there. */
    static Optional<RoleChange> take(
            Map<String, Object> body, Caller caller, AccountModel model, AccountRecord record) {
        if (!body.containsKey("roles")) {
            return Optional.empty();
        }
        Scope where = where(caller);
        Set<Role> wanted = read(body.remove("roles"), model, POINTER);
        Set<Role> present = record.roles().stream()
                .filter(given ->
                        given.tenant() == null || Optional.of(given.tenant()).equals(where.tenant()))
                .map(GivenRole::role)
                .flatMap(name -> Optional.ofNullable(model.roles().get(name)).stream())
                .collect(Collectors.toSet());
        Set<Role> given = new LinkedHashSet<>(wanted);
        given.removeAll(present);
        if (where.tenant().isEmpty()) {
            // Whoever looks from outside of tenants is shown these too; they stay as they are.
            given.removeIf(role -> role.withinTenant() && holds(record, role));
        }
        present.removeAll(wanted);
        if (where.tenant().isEmpty() && given.stream().anyMatch(Role::withinTenant)) {
            throw tenantMissing();
        }
        RoleChange change = new RoleChange(given, present, where);
        require(caller, change.given(), List.of(where), model, POINTER);
        require(caller, change.taken(), List.of(where), model, POINTER);
        return Optional.of(change);
    }

    private static boolean holds(AccountRecord record, Role role) {
        return record.roles().stream().anyMatch(given -> given.role().equals(role.name()));
    }

    private static Scope where(Caller caller) {
        return caller.tenant() == null ? Scope.EVERYWHERE : Scope.within(caller.tenant());
    }

    /**
     * Refuses what the caller may not give.
     *
     * @param scopes where roles that count within a tenant are given; the others count everywhere
     */
    public static void require(
            Caller caller, Set<Role> roles, Collection<Scope> scopes, AccountModel model, String pointer) {
        GivingRule rule = new GivingRule(caller.entitlements(model));
        List<Violation> refused = roles.stream()
                .flatMap(role -> (role.withinTenant() ? scopes : List.of(Scope.EVERYWHERE))
                        .stream()
                                .flatMap(where -> rule.refusal(role, where).stream())
                                .limit(1)
                                .map(why -> new Violation(
                                        pointer,
                                        "notWritable",
                                        "You may not give or take `" + role.name() + "`. " + why)))
                .toList();
        if (!refused.isEmpty()) {
            throw Problem.invalid(refused);
        }
    }

    /** Where a role that counts within a tenant is to be given in none. */
    public static Problem tenantMissing() {
        return Problem.invalid(
                POINTER,
                "tenant",
                "A role that counts within a tenant is given in one: name it with --tenant (the header Cuenta-Tenant), or in `tenants`.");
    }

    /** The roles that a body names. */
    static Set<Role> read(@Nullable Object raw, AccountModel model, String pointer) {
        Set<Role> roles = new LinkedHashSet<>();
        for (Object name : raw instanceof List<?> list ? list : List.of("?")) {
            Role role = model.roles().get(String.valueOf(name));
            if (role == null) {
                throw Problem.invalid(
                        pointer,
                        "unknown",
                        "Give a list of roles. `" + name + "` is none. "
                                + Nearest.advice(
                                        String.valueOf(name), model.roles().keySet()));
            }
            roles.add(role);
        }
        return roles;
    }

    boolean any() {
        return changed().findAny().isPresent();
    }

    void tell(Map<String, Object> details, Giver by) {
        details.put("rolesGiven", given.stream().map(Role::name).sorted().toList());
        Optional.of(given.stream()
                        .filter(Role::approval)
                        .map(Role::name)
                        .sorted()
                        .toList())
                .filter(asked -> !by.alone() && !asked.isEmpty())
                .ifPresent(asked -> details.put("rolesWaiting", asked));
        details.put("rolesTaken", taken.stream().map(Role::name).sorted().toList());
    }

    /** What counts in a tenant is decided by whoever decides there; what counts everywhere, by whoever controls the account. */
    void apply(Work work, Changeable account, Giver by) {
        GivenRoles grants = new GivenRoles(work);
        where.tenant().filter(tenant -> changed().anyMatch(Role::withinTenant)).ifPresent(tenant -> {
            ControlledWithin there = account.controlledWithin(tenant);
            taken.stream().filter(Role::withinTenant).forEach(role -> grants.take(there, role));
            given.stream().filter(Role::withinTenant).forEach(role -> grants.give(there, role, GrantTerms.PLAIN, by));
        });
        if (changed().anyMatch(role -> !role.withinTenant())) {
            Controlled controlled = account.controlled();
            if (taken.stream().anyMatch(Role::administers)) {
                AccountUseCases.guardLastAdministrator(work, account.record());
            }
            taken.stream().filter(role -> !role.withinTenant()).forEach(role -> grants.take(controlled, role));
            given.stream()
                    .filter(role -> !role.withinTenant())
                    .forEach(role -> grants.give(controlled, role, GrantTerms.PLAIN, by));
        }
    }

    private Stream<Role> changed() {
        return Stream.concat(given.stream(), taken.stream());
    }
}
