package dev.cuenta.store.tenant;

import com.github.f4b6a3.uuid.UuidCreator;
import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.account.AccountRecord.Membership;
import dev.cuenta.core.account.TenantId;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.store.account.Refusals;
import dev.cuenta.store.database.Connections;
import dev.cuenta.store.revision.Work;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.dao.DuplicateKeyException;

/** The tenants, and who belongs to them. */
public final class Tenants {
    private final Work work;

    public Tenants(Work work) {
        this.work = work;
    }

    public TenantId create(String name) {
        UUID id = UuidCreator.getTimeOrderedEpoch();
        work.sql()
                .sql("insert into cuenta.tenant (id, name) values (?, ?)")
                .params(id, name)
                .update();
        return new TenantId(id);
    }

    public boolean exists(TenantId tenant) {
        return work.sql()
                .sql("select exists (select 1 from cuenta.tenant where id = ?)")
                .param(tenant.value())
                .query(Boolean.class)
                .single();
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
    public List<Membership> list(int limit) {
        return work.sql()
                .sql("select id, name from cuenta.tenant order by created_at, id limit ?")
                .param(limit)
                .query(Tenants::read)
                .list();
    }

    /** Those that the account belongs to, in the order in which it joined them. */
    public List<Membership> of(AccountId account) {
        return work.sql()
                .sql("""
                select t.id, t.name from cuenta.membership m join cuenta.tenant t on t.id = m.tenant_id
                where m.account_id = ? order by m.since, t.id""")
                .param(work.keys().of(account))
                .query(Tenants::read)
                .list();
    }

    /**
     * Makes the account a member.
     *
     * @throws Problem TAKEN naming the field whose value another member has, where values are unique within tenants
     */
    public void join(AccountId account, TenantId tenant) {
        try {
            work.sql()
                    .sql("insert into cuenta.membership (account_id, tenant_id) values (?, ?) on conflict do nothing")
                    .params(work.keys().of(account), tenant.value())
                    .update();
        } catch (DuplicateKeyException taken) {
            throw new Refusals(work.revision().shape()).by(Connections.constraintOf(taken));
        }
    }

    private static Membership read(ResultSet row, int index) throws SQLException {
        return new Membership(new TenantId(row.getObject("id", UUID.class)), row.getString("name"));
    }
}
