package dev.cuenta.store.role;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.account.TenantId;
import dev.cuenta.core.model.Role;
import dev.cuenta.store.account.Controlled;
import dev.cuenta.store.account.ControlledWithin;
import dev.cuenta.store.live.Work;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** Which roles were given to whom. */
public final class RoleGrants {
    private static final String ADMINISTRATORS_LOCK = "cuenta administrators";

    private final Work work;

    public RoleGrants(Work work) {
        this.work = work;
    }

    /** Gives a role that counts everywhere. */
    public void give(Controlled account, Role role) {
        give(account.id(), everywhere(role), null);
    }

    /** Gives a role that counts within the tenant. */
    public void give(ControlledWithin account, Role role) {
        give(account.id(), within(role), account.tenant());
    }

    private void give(AccountId account, Role role, @Nullable TenantId tenant) {
        work.sql()
                .sql(
                        "insert into cuenta.role_given (account_id, role, tenant_id) values (?, ?, ?) on conflict do nothing")
                .param(work.keys().of(account))
                .param(role.number())
                .param(tenant == null ? null : tenant.value())
                .update();
    }

    private static Role everywhere(Role role) {
        if (role.withinTenant()) {
            throw new IllegalArgumentException("The role " + role.name() + " counts within a tenant");
        }
        return role;
    }

    private static Role within(Role role) {
        if (!role.withinTenant()) {
            throw new IllegalArgumentException("The role " + role.name() + " counts everywhere");
        }
        return role;
    }

    /** A role for an account that has just been made; {@code tenant} is null for one that counts everywhere. */
    public record ForNew(
            AccountId account, Role role, @Nullable TenantId tenant) {
        public ForNew {
            if (role.withinTenant() == (tenant == null)) {
                throw new IllegalArgumentException("The role " + role.name() + " does not count there");
            }
        }
    }

    /** Gives each of them. */
    public void giveAll(List<ForNew> given) {
        if (given.isEmpty()) {
            return;
        }
        work.sql()
                .sql("insert into cuenta.role_given (account_id, role, tenant_id) select cast(v.id as "
                        + work.revision().shape().keyType().sql()
                        + "), v.role, v.tenant from unnest(?::text[], ?::int[], ?::uuid[]) v (id, role, tenant)"
                        + " on conflict do nothing")
                .params(
                        work.keys().of(given.stream().map(ForNew::account).toList()),
                        given.stream().map(each -> each.role().number()).toArray(Integer[]::new),
                        given.stream()
                                .map(each -> each.tenant() == null
                                        ? null
                                        : each.tenant().toString())
                                .toArray(String[]::new))
                .update();
    }

    public void take(Controlled account, Role role) {
        take(account.id(), everywhere(role), null);
    }

    public void take(ControlledWithin account, Role role) {
        take(account.id(), within(role), account.tenant());
    }

    private void take(AccountId account, Role role, @Nullable TenantId tenant) {
        work.sql()
                .sql(
                        "delete from cuenta.role_given where account_id = ? and role = ? and tenant_id is not distinct from ?::uuid")
                .param(work.keys().of(account))
                .param(role.number())
                .param(tenant == null ? null : tenant.value())
                .update();
    }

    /** How many accounts administer and can sign in. Until this transaction ends, no other one can change that. */
    public long lockAdministrators() {
        return lockOtherAdministrators(null);
    }

    /**
     * As {@link #lockAdministrators}, without one of them.
     *
     * @param account who is not counted; null for nobody
     */
    public long lockOtherAdministrators(@Nullable AccountId account) {
        work.sql()
                .sql("select pg_advisory_xact_lock(hashtextextended(?, 0))")
                .param(ADMINISTRATORS_LOCK)
                .query((row, index) -> index)
                .list();
        return work.everywhere(
                () -> countAdministrators(account == null ? null : work.keys().of(account)));
    }

    private long countAdministrators(@Nullable Object except) {
        List<Integer> numbers = work.revision().model().administeringRoles().stream()
                .map(Role::number)
                .toList();
        return numbers.isEmpty()
                ? 0
                : work.sql()
                        .sql("""
                select count(distinct g.account_id) from cuenta.role_given g
                join cuenta.credential c on c.account_id = g.account_id
                where g.role in (:numbers) and g.tenant_id is null and g.account_id::text is distinct from :except""")
                        .param("numbers", numbers)
                        .param("except", except == null ? null : except.toString())
                        .query(Long.class)
                        .single();
    }
}
