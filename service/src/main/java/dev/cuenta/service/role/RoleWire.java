package dev.cuenta.service.role;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.account.TenantId;
import dev.cuenta.wire.role.Role;
import dev.cuenta.wire.role.RoleGrant;
import java.util.Collection;
import java.util.HashSet;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/** Roles and grants as they go over HTTP. */
final class RoleWire {
    private RoleWire() {}

    static Role of(dev.cuenta.core.model.Role role) {
        Set<String> gives = role.gives();
        return new Role(
                role.name(),
                role.number(),
                role.byDefault(),
                role.withinTenant(),
                role.may().words(),
                gives == null ? null : gives.stream().sorted().toList(),
                role.secondFactor());
    }

    static RoleGrant of(dev.cuenta.core.role.RoleGrant grant) {
        return new RoleGrant(
                grant.account().text(),
                grant.role().role(),
                tenant(grant.role().tenant(), grant.tenantName()),
                grant.givenAt(),
                grant.givenBy(),
                grant.terms().reason(),
                grant.terms().starts(),
                grant.terms().ends(),
                RoleGrant.State.valueOf(grant.state().name()));
    }

    private static RoleGrant.@Nullable Tenant tenant(@Nullable TenantId id, @Nullable String name) {
        return id == null ? null : new RoleGrant.Tenant(id.value(), Objects.requireNonNull(name));
    }

    static List<RoleGrant> all(Collection<dev.cuenta.core.role.RoleGrant> grants) {
        return grants.stream().map(RoleWire::of).toList();
    }

    /** Whom the grants speak of. */
    static Set<AccountId> accounts(Collection<dev.cuenta.core.role.RoleGrant> grants) {
        Set<AccountId> accounts = new HashSet<>();
        for (dev.cuenta.core.role.RoleGrant grant : grants) {
            accounts.add(grant.account());
            String by = grant.givenBy();
            if (by != null && !by.contains(" ")) { // a word for what else gives roles has one
                accounts.add(new AccountId(by));
            }
        }
        return accounts;
    }
}
