package dev.cuenta.store.role;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.account.AccountRecord.GivenRole;
import dev.cuenta.core.account.TenantId;
import dev.cuenta.core.model.Role;
import dev.cuenta.core.role.GrantTerms;
import dev.cuenta.core.role.RoleGrant;
import dev.cuenta.core.role.RoleGrant.State;
import dev.cuenta.store.account.Controlled;
import dev.cuenta.store.account.ControlledWithin;
import dev.cuenta.store.live.Work;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.UUID;
import org.jspecify.annotations.Nullable;

/** Which roles were given to whom. */
public final class RoleGrants {
    private static final String ADMINISTRATORS_LOCK = "cuenta administrators";
    /** Stands for no tenant where rows are compared; no tenant has it. */
    private static final UUID NOWHERE = new UUID(0, 0);

    private static final String MEMBER =
            "(select true from cuenta.membership m where m.account_id = g.account_id and m.tenant_id = :tenant)";

    /** As the index has it. */
    private static final String IN = "coalesce(g.tenant_id, '" + NOWHERE + "')";

    private final Work work;

    public RoleGrants(Work work) {
        this.work = work;
    }

    /**
     * Gives a role that counts everywhere; one that the account has already, under these terms from now on.
     *
     * @param by an account's id, or a word for what else gives roles
     */
    public void give(Controlled account, Role role, GrantTerms terms, String by) {
        give(account.id(), everywhere(role), null, terms, by);
    }

    /** As {@link #give(Controlled, Role, GrantTerms, String)}, a role that counts within the tenant. */
    public void give(ControlledWithin account, Role role, GrantTerms terms, String by) {
        give(account.id(), within(role), account.tenant(), terms, by);
    }

    private void give(AccountId account, Role role, @Nullable TenantId tenant, GrantTerms terms, String by) {
        work.sql()
                .sql("""
                insert into cuenta.role_given as g (account_id, role, tenant_id, given_by, reason, starts_at, ends_at)
                values (?, ?, ?, ?, ?, ?, ?)
                on conflict (account_id, role, tenant_id) do update set given_at = now(), given_by = excluded.given_by,
                    reason = excluded.reason, starts_at = excluded.starts_at, ends_at = excluded.ends_at""")
                .param(work.keys().of(account))
                .param(role.number())
                .param(tenant == null ? null : tenant.value())
                .param(by)
                .param(terms.reason())
                .param(moment(terms.starts()))
                .param(moment(terms.ends()))
                .update();
    }

    private static @Nullable OffsetDateTime moment(@Nullable Instant instant) {
        return instant == null ? null : instant.atOffset(ZoneOffset.UTC);
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

    /**
     * A role for an account that has just been made.
     *
     * @param tenant null for one that counts everywhere
     * @param ends null for never
     */
    public record ForNew(
            AccountId account,
            Role role,
            @Nullable TenantId tenant,
            @Nullable Instant ends) {
        /** One that does not end by itself. */
        public ForNew(AccountId account, Role role, @Nullable TenantId tenant) {
            this(account, role, tenant, null);
        }

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
                .sql("insert into cuenta.role_given (account_id, role, tenant_id, ends_at) select cast(v.id as "
                        + work.revision().shape().keyType().sql()
                        + "), v.role, v.tenant, v.ends from unnest(?::text[], ?::int[], ?::uuid[], ?::timestamptz[]) v (id, role, tenant, ends)"
                        + " on conflict do nothing")
                .params(
                        work.keys().of(given.stream().map(ForNew::account).toList()),
                        given.stream().map(each -> each.role().number()).toArray(Integer[]::new),
                        given.stream()
                                .map(each -> each.tenant() == null
                                        ? null
                                        : each.tenant().toString())
                                .toArray(String[]::new),
                        given.stream()
                                .map(each ->
                                        each.ends() == null ? null : each.ends().toString())
                                .toArray(String[]::new))
                .update();
    }

    /** Whether the account had been given it, now or for later. */
    public boolean take(Controlled account, Role role) {
        return take(account.id(), everywhere(role), null);
    }

    /** As {@link #take(Controlled, Role)}, within the tenant. */
    public boolean take(ControlledWithin account, Role role) {
        return take(account.id(), within(role), account.tenant());
    }

    private boolean take(AccountId account, Role role, @Nullable TenantId tenant) {
        return work.sql()
                        .sql(
                                "delete from cuenta.role_given where account_id = ? and role = ? and tenant_id is not distinct from ?::uuid")
                        .param(work.keys().of(account))
                        .param(role.number())
                        .param(tenant == null ? null : tenant.value())
                        .update()
                > 0;
    }

    /** All that the account was given, within the work's scope: what has ended and what is yet to start, too. */
    public List<RoleGrant> of(AccountId account) {
        return grants(
                "coalesce(g.tenant_id, :tenant) = :tenant and exists " + MEMBER,
                "g.account_id = :key order by g.role, t.name, g.tenant_id",
                Map.of("key", work.keys().of(account)));
    }

    /**
     * Whom a role was given to, within the work's scope, account by account.
     *
     * @param after the last of the page before; null for the first page
     */
    public List<RoleGrant> holders(Role role, @Nullable Place after, int limit) {
        Map<String, Object> parameters = new HashMap<>(Map.of("role", role.number(), "limit", limit));
        String later = "";
        if (after != null) {
            parameters.put("key", work.keys().of(after.account()));
            parameters.put(
                    "in", after.tenant() == null ? NOWHERE : after.tenant().value());
            // PostgreSQL trusts no coalesce with rows that may not be seen: where that stands beside the key, no index
            // begins there.
            later = " and g.account_id >= :key and (g.account_id > :key or " + IN + " > :in)";
        }
        // All that a role within a tenant needs stands in its index, in order; for one that counts everywhere,
        // PostgreSQL
        // chooses whether to begin with the members or with the role.
        String within = role.withinTenant()
                ? "g.tenant_id = :tenant and " + MEMBER
                : "g.tenant_id is null and exists " + MEMBER;
        return grants(within, "g.role = :role" + later + " order by g.account_id, " + IN + " limit :limit", parameters);
    }

    /** Where a list of holders goes on. */
    public record Place(AccountId account, @Nullable TenantId tenant) {}

    /** @param within what is asked as well of work that is limited to a tenant */
    private List<RoleGrant> grants(String within, String where, Map<String, Object> parameters) {
        Map<String, Object> all = new HashMap<>(parameters);
        String reached = "true";
        if (work.scope().tenant().isPresent()) {
            all.put("tenant", work.scope().tenant().get().value());
            reached = within;
        }
        String select = """
                select %s as account, g.role, g.tenant_id, t.name, g.given_at, g.given_by, g.reason, g.starts_at, g.ends_at,
                    case when g.ends_at <= now() then 'ENDED' when g.starts_at > now() then 'UPCOMING' else 'IN_EFFECT' end as state
                from cuenta.role_given g left join cuenta.tenant t on t.id = g.tenant_id
                where %s and %s""".formatted(work.revision().shape().idOf("g.account_id"), reached, where);
        return work.ask(select, all, (row, index) -> grant(row)).stream()
                .flatMap(Optional::stream)
                .toList();
    }

    /** Empty where the model knows no such role any more. */
    private Optional<RoleGrant> grant(ResultSet row) throws SQLException {
        Optional<Role> role = work.revision().model().roleNumbered(row.getInt("role"));
        if (role.isEmpty()) {
            return Optional.empty();
        }
        UUID tenant = row.getObject("tenant_id", UUID.class);
        return Optional.of(new RoleGrant(
                new AccountId(row.getString("account")),
                new GivenRole(role.get().name(), tenant == null ? null : new TenantId(tenant), moment(row, "ends_at")),
                row.getString("name"),
                Objects.requireNonNull(moment(row, "given_at")),
                row.getString("given_by"),
                new GrantTerms(row.getString("reason"), moment(row, "starts_at"), moment(row, "ends_at")),
                State.valueOf(row.getString("state"))));
    }

    private static @Nullable Instant moment(ResultSet row, String column) throws SQLException {
        OffsetDateTime moment = row.getObject(column, OffsetDateTime.class);
        return moment == null ? null : moment.toInstant();
    }

    /** How many accounts administer for good and can sign in. Until this transaction ends, no other one can change that. */
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
                select count(distinct g.account_id) from cuenta.role_in_effect g
                join cuenta.credential c on c.account_id = g.account_id
                where g.role in (:numbers) and g.tenant_id is null and g.ends_at is null
                    and g.account_id::text is distinct from :except""")
                        .param("numbers", numbers)
                        .param("except", except == null ? null : except.toString())
                        .query(Long.class)
                        .single();
    }
}
