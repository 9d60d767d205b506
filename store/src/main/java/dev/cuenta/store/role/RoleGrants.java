package dev.cuenta.store.role;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.account.TenantId;
import dev.cuenta.core.model.Role;
import dev.cuenta.store.revision.Work;
import java.util.Collection;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** Which roles were given to whom. */
public final class RoleGrants {
    private static final String ADMINISTRATORS_LOCK = "cuenta administrators";

    private final Work work;

    public RoleGrants(Work work) {
        this.work = work;
    }

    /** Gives the role; in the tenant only, if it counts within one. */
    public void give(AccountId account, Role role, @Nullable TenantId tenant) {
        work.sql()
                .sql(
                        "insert into cuenta.role_given (account_id, role, tenant_id) values (?, ?, ?) on conflict do nothing")
                .param(work.keys().of(account))
                .param(role.number())
                .param(role.withinTenant() && tenant != null ? tenant.value() : null)
                .update();
    }

    /** Gives a role that counts everywhere to many accounts. */
    public void giveAll(Collection<AccountId> accounts, Role role) {
        work.sql()
                .sql("insert into cuenta.role_given (account_id, role) select cast(v.id as "
                        + work.revision().shape().keyType().sql()
                        + "), ? from unnest(?::text[]) v (id) on conflict do nothing")
                .params(role.number(), work.keys().of(accounts))
                .update();
    }

    public void take(AccountId account, Role role, @Nullable TenantId tenant) {
        work.sql()
                .sql(
                        "delete from cuenta.role_given where account_id = ? and role = ? and tenant_id is not distinct from ?::uuid")
                .param(work.keys().of(account))
                .param(role.number())
                .param(role.withinTenant() && tenant != null ? tenant.value() : null)
                .update();
    }

    /** How many accounts administer. Until this transaction ends, no other one can change that. */
    public long lockAdministrators() {
        work.sql()
                .sql("select pg_advisory_xact_lock(hashtextextended(?, 0))")
                .param(ADMINISTRATORS_LOCK)
                .query((row, index) -> index)
                .list();
        return countAdministrators();
    }

    private long countAdministrators() {
        List<Integer> numbers = work.revision().model().administeringRoles().stream()
                .map(Role::number)
                .toList();
        return numbers.isEmpty()
                ? 0
                : work.sql()
                        .sql(
                                "select count(distinct account_id) from cuenta.role_given where role in (:numbers) and tenant_id is null")
                        .param("numbers", numbers)
                        .query(Long.class)
                        .single();
    }
}
