package dev.cuenta.store.tenant;

import com.github.f4b6a3.uuid.UuidCreator;
import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.account.TenantId;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import dev.cuenta.store.account.ControlledWithin;
import dev.cuenta.store.account.Refusals;
import dev.cuenta.store.database.Connections;
import dev.cuenta.store.live.Premises;
import dev.cuenta.store.live.Work;
import dev.cuenta.store.schema.SingleMembership;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.dao.DuplicateKeyException;

/** The tenants, and who belongs to them. */
public final class Tenants {
    /** So many letters of its id keep a slug apart from that of a tenant of the same name. */
    private static final int SUFFIX = 8;

    private final Work work;

    public Tenants(Work work) {
        this.work = work;
    }

    public TenantId create(String name) {
        return create(new TenantId(UuidCreator.getTimeOrderedEpoch()), name);
    }

    /** As {@link #create(String)}, with the id that it had elsewhere. */
    public TenantId create(TenantId id, String name) {
        String text = id.toString();
        if (!added(id, name, "")) {
            added(id, name, "-" + text.substring(text.length() - SUFFIX));
        }
        return id;
    }

    /** Until this transaction ends, no other one that asks for this makes tenants. */
    public void lock() {
        work.sql()
                .sql("select pg_advisory_xact_lock(hashtextextended('cuenta tenants', 0))")
                .query((row, index) -> index)
                .list();
    }

    /** Remembers whose sign-up made the tenant: it may bear their name, which goes when they do. */
    public void found(TenantId tenant, AccountId founder) {
        work.sql()
                .sql("update cuenta.tenant set founder = ? where id = ?")
                .params(work.keys().of(founder).toString(), tenant.value())
                .update();
    }

    private boolean added(TenantId id, String name, String suffix) {
        return work.sql()
                        .sql("""
                insert into cuenta.tenant (id, name, slug) values (:id, :name, cuenta.slug(:name) || :suffix)
                on conflict (slug) do nothing""")
                        .param("id", id.value())
                        .param("name", name)
                        .param("suffix", suffix)
                        .update()
                > 0;
    }

    /** Whether memberships and roles count there only with a second factor, from the next request on. */
    public void demandSecondFactor(TenantId tenant, boolean demanded) {
        work.sql()
                .sql("update cuenta.tenant set second_factor = ? where id = ?")
                .params(demanded, tenant.value())
                .update();
    }

    public boolean exists(TenantId tenant) {
        return exists(tenant, new Premises());
    }

    /**
     * As {@link #exists(TenantId)}.
     *
     * @param premises of what will be remembered about whoever named the tenant
     */
    public boolean exists(TenantId tenant, Premises premises) {
        return find("id", tenant.value(), premises).isPresent();
    }

    /** The tenant that a subdomain names. */
    public Optional<TenantId> ofSlug(String slug) {
        return ofSlug(slug, new Premises());
    }

    /**
     * As {@link #ofSlug(String)}.
     *
     * @param premises of what will be remembered about whoever named the tenant
     */
    public Optional<TenantId> ofSlug(String slug, Premises premises) {
        return find("slug", slug, premises);
    }

    private Optional<TenantId> find(String column, Object value, Premises premises) {
        return work.find(
                premises,
                "select id from cuenta.tenant where " + column + " = ?",
                List.of(value),
                (row, index) -> new TenantId(row.getObject("id", UUID.class)));
    }

    /** The oldest tenant of that name. */
    public Optional<TenantId> named(String name) {
        return work.sql()
                .sql("select id from cuenta.tenant where name = ? order by created_at, id limit 1")
                .param(name)
                .query(UUID.class)
                .optional()
                .map(TenantId::new);
    }

    /** Oldest first; at most {@code limit}. */
    public List<Tenant> list(int limit) {
        return work.sql()
                .sql("select id, name, slug, second_factor from cuenta.tenant order by created_at, id limit ?")
                .param(limit)
                .query(Tenants::read)
                .list();
    }

    /** Those that the account belongs to, in the order in which it joined them. */
    public List<Tenant> of(AccountId account) {
        return work.sql()
                .sql("""
                select t.id, t.name, t.slug, t.second_factor from cuenta.membership m join cuenta.tenant t on t.id = m.tenant_id
                where m.account_id = ? order by m.since, t.id""")
                .param(work.keys().of(account))
                .query(Tenants::read)
                .list();
    }

    /**
     * Makes the account a member.
     *
     * @throws Problem TAKEN naming the field whose value another member has, where values are unique within tenants;
     *     CONFLICT where accounts belong to one tenant and this one does already
     */
    public void join(AccountId account, TenantId tenant) {
        try {
            work.sql()
                    .sql(
                            "insert into cuenta.membership (account_id, tenant_id) values (?, ?) on conflict (account_id, tenant_id) do nothing")
                    .params(work.keys().of(account), tenant.value())
                    .update();
        } catch (DuplicateKeyException taken) {
            throw refused(Connections.constraintOf(taken));
        }
    }

    /** A membership of an account that has just been made. */
    public record Joining(AccountId account, TenantId tenant, Instant since) {}

    /**
     * As {@link #join}, many at once.
     *
     * @throws Problem as there, without saying for which of these
     */
    public void joinAll(List<Joining> joining) {
        if (joining.isEmpty()) {
            return;
        }
        try {
            work.sql()
                    .sql("insert into cuenta.membership (account_id, tenant_id, since) select cast(v.id as "
                            + work.revision().shape().keyType().sql()
                            + "), v.tenant, v.since from unnest(?::text[], ?::uuid[], ?::timestamptz[]) v (id, tenant, since)"
                            + " on conflict (account_id, tenant_id) do nothing")
                    .params(
                            work.keys()
                                    .of(joining.stream().map(Joining::account).toList()),
                            joining.stream()
                                    .map(each -> each.tenant().toString())
                                    .toArray(String[]::new),
                            joining.stream()
                                    .map(each -> each.since().toString())
                                    .toArray(String[]::new))
                    .update();
        } catch (DuplicateKeyException taken) {
            throw refused(Connections.constraintOf(taken));
        }
    }

    private Problem refused(String constraint) {
        return constraint.contains(SingleMembership.INDEX)
                ? Problem.of(
                        ProblemKind.CONFLICT,
                        "The account belongs to a tenant already, and the model lets it belong to one only. Let it leave that one first.")
                : new Refusals(work.revision().shape()).by(constraint);
    }

    /** Ends the membership, and with it the roles that counted there. Says whether there was one. */
    public boolean leave(ControlledWithin account) {
        TenantId tenant = account.tenant();
        Object key = work.keys().of(account.id());
        work.sql()
                .sql("delete from cuenta.role_given where account_id = ? and tenant_id = ?")
                .params(key, tenant.value())
                .update();
        work.sql()
                .sql("update cuenta.session set tenant_id = null where account_id = ? and tenant_id = ?")
                .params(key, tenant.value())
                .update();
        return work.sql()
                        .sql("delete from cuenta.membership where account_id = ? and tenant_id = ?")
                        .params(key, tenant.value())
                        .update()
                > 0;
    }

    private static Tenant read(ResultSet row, int index) throws SQLException {
        return new Tenant(
                new TenantId(row.getObject("id", UUID.class)),
                row.getString("name"),
                row.getString("slug"),
                row.getBoolean("second_factor"));
    }
}
