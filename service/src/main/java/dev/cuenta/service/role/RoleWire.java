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
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/** Roles and grants as they go over HTTP. */
final class RoleWire {
    private RoleWire() {}

    static Role of(dev.cuenta.core.model.Role role) {
        Set<String> gives = role.gives();
        return new Role(
                role.name(),
                role.number(),
                role.label(),
                role.description(),
                role.byDefault(),
                role.onCreate(),
                role.withinTenant(),
                sorted(role.kinds()),
                role.may().words(),
                gives == null ? null : sorted(gives),
                sorted(role.excludes()),
                role.approval(),
                role.secondFactor(),
                role.formerly());
    }

    private static List<String> sorted(Set<String> names) {
        return names.stream().sorted().toList();
    }

    static RoleGrant of(dev.cuenta.core.role.RoleGrant grant) {
        return new RoleGrant(
                grant.account().text(),
                grant.role().role(),
                tenant(grant.role().tenant(), grant.tenantName()),
                grant.givenAt(),
                grant.givenBy(),
                grant.approvedBy(),
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
            Stream.of(grant.givenBy(), grant.approvedBy())
                    .flatMap(Stream::ofNullable)
                    .filter(by -> !by.contains(" ")) // a word for what else gives roles has one
                    .map(AccountId::new)
                    .forEach(accounts::add);
        }
        return accounts;
    }
}
