package dev.cuenta.service.account;

import dev.cuenta.core.account.AccountRecord;
import dev.cuenta.core.account.AccountRecord.GivenRole;
import dev.cuenta.core.account.TenantId;
import dev.cuenta.core.finding.Nearest;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Role;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.service.session.Caller;
import dev.cuenta.store.revision.Work;
import dev.cuenta.store.role.RoleGrants;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/** The roles that an account is to have from now on, as far as the caller may decide about them. */
record RoleChange(
        Set<Role> given, Set<Role> taken, @Nullable TenantId tenant) {
    static final String GIVE = "roles.give";

    /** Takes {@code roles} out of the body, if it is there. */
    static Optional<RoleChange> take(
            Map<String, Object> body, Caller caller, AccountModel model, AccountRecord record) {
        if (!body.containsKey("roles")) {
            return Optional.empty();
        }
        Set<Role> wanted = read(body.remove("roles"), caller, model);
        Set<Role> present = record.roles().stream()
                .filter(given -> given.tenant() == null || given.tenant().equals(caller.tenant()))
                .map(GivenRole::role)
                .flatMap(name -> Optional.ofNullable(model.roles().get(name)).stream())
                .collect(Collectors.toSet());
        Set<Role> given = new LinkedHashSet<>(wanted);
        given.removeAll(present);
        present.removeAll(wanted);
        if (caller.tenant() == null && given.stream().anyMatch(Role::withinTenant)) {
            throw tenantMissing();
        }
        return Optional.of(new RoleChange(given, present, caller.tenant()));
    }

    static Problem tenantMissing() {
        return Problem.invalid(
                "/roles",
                "tenant",
                "A role that counts within a tenant is given in one: name it in the header Cuenta-Tenant, or in tenants.");
    }

    /** The roles that a body names. Giving roles takes a permission of its own. */
    static Set<Role> read(@Nullable Object raw, Caller caller, AccountModel model) {
        if (!caller.may(GIVE, model)) {
            throw Problem.invalid(
                    "/roles",
                    "notWritable",
                    "`roles` may not be written by you: it takes the permission " + GIVE + ".");
        }
        Set<Role> roles = new LinkedHashSet<>();
        for (Object name : raw instanceof List<?> list ? list : new ArrayList<>(List.of("?"))) {
            Role role = model.roles().get(String.valueOf(name));
            if (role == null) {
                throw Problem.invalid(
                        "/roles",
                        "unknown",
                        "Give a list of roles. `" + name + "` is none. "
                                + Nearest.advice(
                                        String.valueOf(name), model.roles().keySet()));
            }
            roles.add(role);
        }
        return roles;
    }

    void tell(Map<String, Object> details) {
        details.put("rolesGiven", given.stream().map(Role::name).sorted().toList());
        details.put("rolesTaken", taken.stream().map(Role::name).sorted().toList());
    }

    void apply(Work work, AccountRecord record) {
        if (taken.stream().anyMatch(Role::administers)) {
            AccountUseCases.guardLastAdministrator(work, record);
        }
        RoleGrants grants = new RoleGrants(work);
        taken.forEach(role -> grants.take(record.id(), role, tenant));
        given.forEach(role -> grants.give(record.id(), role, tenant));
    }
}
