package dev.cuenta.store.role;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.account.AccountRecord.GivenRole;
import dev.cuenta.core.account.TenantId;
import dev.cuenta.core.model.Role;
import dev.cuenta.core.role.GrantTerms;
import dev.cuenta.core.role.RoleGrant;
import dev.cuenta.core.role.RoleGrant.State;
import dev.cuenta.store.live.Work;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.UUID;
import org.jspecify.annotations.Nullable;

/** Which roles were given to whom, and what has become of them. */
public final class RoleGrants {
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
        // PostgreSQL chooses whether to begin with the members or with the role.
        String within = role.withinTenant()
                ? "g.tenant_id = :tenant and " + MEMBER
                : "g.tenant_id is null and exists " + MEMBER;
        return grants(within, "g.role = :role" + later + " order by g.account_id, " + IN + " limit :limit", parameters);
    }

    /** Those that wait for approval, within the work's scope, account by account. */
    public List<RoleGrant> waiting(int limit) {
        return grants(
                "coalesce(g.tenant_id, :tenant) = :tenant and exists " + MEMBER,
                "g.waiting and coalesce(g.ends_at, 'infinity') > now() order by g.account_id, g.role limit :limit",
                Map.of("limit", limit));
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
                select %s as account, g.role, g.tenant_id, t.name, g.given_at, g.given_by, g.approved_by, g.reason, g.starts_at, g.ends_at,
                    case when g.waiting and coalesce(g.ends_at, 'infinity') > now() then 'WAITING' when g.ends_at <= now() then 'ENDED' when g.starts_at > now() then 'UPCOMING' else 'IN_EFFECT' end as state
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
                row.getString("approved_by"),
                new GrantTerms(row.getString("reason"), moment(row, "starts_at"), moment(row, "ends_at")),
                State.valueOf(row.getString("state"))));
    }

    private static @Nullable Instant moment(ResultSet row, String column) throws SQLException {
        OffsetDateTime moment = row.getObject(column, OffsetDateTime.class);
        return moment == null ? null : moment.toInstant();
    }
}
