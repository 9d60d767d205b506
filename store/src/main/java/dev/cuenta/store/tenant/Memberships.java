package dev.cuenta.store.tenant;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.account.TenantId;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import dev.cuenta.store.account.ControlledWithin;
import dev.cuenta.store.account.Refusals;
import dev.cuenta.store.database.Connections;
import dev.cuenta.store.live.Work;
import dev.cuenta.store.schema.SingleMembership;
import java.time.Instant;
import java.util.List;
import java.util.stream.Collectors;
import org.springframework.dao.DataIntegrityViolationException;
import org.springframework.dao.DuplicateKeyException;
import org.springframework.jdbc.core.simple.JdbcClient;

/** Who belongs to which tenants. */
public final class Memberships {
    /** The rule that the tenant is there. */
    private static final String OF_TENANT = "membership_tenant_id_fkey";

    private final Work work;

    public Memberships(Work work) {
        this.work = work;
    }

    /**
     * Makes the account a member.
     *
     * @return whether it was none before
     * @throws Problem TAKEN naming the field whose value another member has, where values are unique within tenants;
     *     CONFLICT where accounts belong to one tenant and this one does already, the tenant is suspended, or has as many
     *     members as it may
     */
    public boolean join(AccountId account, TenantId tenant) {
        requireOpen(tenant);
        boolean joined = added(account, tenant);
        if (joined) {
            new EnforcedLimits(work).holdMembers(List.of(tenant));
        }
        return joined;
    }

    /** Nobody is taken in by a suspended tenant, however they come; it keeps those who were there, and gets them back. */
    private void requireOpen(TenantId tenant) {
        work.sql()
                .sql("select name from cuenta.tenant where id = ? and suspended_at is not null")
                .param(tenant.value())
                .query(String.class)
                .optional()
                .ifPresent(name -> {
                    throw Tenant.closed(name);
                });
    }

    /**
     * As {@link #join}, of an account that nobody takes in, but that is entitled to come by itself. Whoever has left the tenant, or was
     * made to, does not come back like that. Where it cannot join nothing is done, and the transaction goes on.
     */
    public boolean joinByItself(AccountId account, TenantId tenant) {
        work.sql().sql("savepoint joining").update();
        try {
            // Asked afterwards: somebody who ends the membership just now has been waited for.
            if (join(account, tenant) && !hasLeft(account, tenant)) {
                return true;
            }
        } catch (Problem refused) {
            // Undone below.
        }
        work.sql().sql("rollback to savepoint joining").update();
        return false;
    }

    private boolean hasLeft(AccountId account, TenantId tenant) {
        return work.sql()
                .sql("select exists (select from cuenta.former_membership where account_id = ? and tenant_id = ?)")
                .params(work.keys().of(account), tenant.value())
                .query(Boolean.class)
                .single();
    }

    private boolean added(AccountId account, TenantId tenant) {
        return inserted(work.sql()
                        .sql(
                                "insert into cuenta.membership (account_id, tenant_id) values (?, ?) on conflict (account_id, tenant_id) do nothing")
                        .params(work.keys().of(account), tenant.value()))
                > 0;
    }

    private int inserted(JdbcClient.StatementSpec memberships) {
        try {
            return memberships.update();
        } catch (DuplicateKeyException taken) {
            throw refused(Connections.constraintOf(taken));
        } catch (DataIntegrityViolationException refused) {
            throw Connections.constraintOf(refused).contains(OF_TENANT)
                    ? Problem.of(ProblemKind.NOT_FOUND, "The tenant is gone.")
                    : refused;
        }
    }

    /** A membership of an account that has just been made, or made again. */
    public record Joining(AccountId account, TenantId tenant, Instant since) {}

    /**
     * Makes accounts members again that were, here or elsewhere, all at once; also of tenants that are suspended.
     *
     * @throws Problem as {@link #join}, without saying for which of these
     */
    public void joinAll(List<Joining> joining) {
        if (joining.isEmpty()) {
            return;
        }
        inserted(work.sql()
                .sql("insert into cuenta.membership (account_id, tenant_id, since) select cast(v.id as "
                        + work.revision().shape().keyType().sql()
                        + "), v.tenant, v.since from unnest(?::text[], ?::uuid[], ?::timestamptz[]) v (id, tenant, since)"
                        + " on conflict (account_id, tenant_id) do nothing")
                .params(
                        work.keys().of(joining.stream().map(Joining::account).toList()),
                        joining.stream().map(each -> each.tenant().toString()).toArray(String[]::new),
                        joining.stream().map(each -> each.since().toString()).toArray(String[]::new)));
        new EnforcedLimits(work)
                .holdMembers(joining.stream().map(Joining::tenant).collect(Collectors.toSet()));
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
        return work.sql().sql("""
                with ended as (delete from cuenta.membership where account_id = ? and tenant_id = ? returning account_id, tenant_id)
                insert into cuenta.former_membership (account_id, tenant_id) select account_id, tenant_id from ended
                on conflict (account_id, tenant_id) do update set ended_at = excluded.ended_at""").params(key, tenant.value()).update() > 0;
    }

    /**
     * What a removal of a tenant takes with it. Accounts stay.
     *
     * @param accounts how many would belong to no tenant at all
     */
    public record Removal(long memberships, long roles, long invitations, long accounts) {}

    /** What {@link #remove} would take. */
    public Removal removal(TenantId tenant) {
        return work.sql()
                .sql("""
                select (select count(*) from cuenta.membership where tenant_id = :tenant) as memberships,
                    (select count(*) from cuenta.role_given where tenant_id = :tenant) as roles,
                    (select count(*) from cuenta.invitation where tenant_id = :tenant and expires_at > now()) as invitations,
                    (select count(*) from cuenta.membership m where tenant_id = :tenant and not exists (
                        select from cuenta.membership o where o.account_id = m.account_id and o.tenant_id <> :tenant)) as accounts""")
                .param("tenant", tenant.value())
                .query((row, index) -> new Removal(
                        row.getLong("memberships"),
                        row.getLong("roles"),
                        row.getLong("invitations"),
                        row.getLong("accounts")))
                .single();
    }

    /**
     * Ends up to so many memberships of a tenant, with the roles there; and the tenant itself, when none is left.
     *
     * @return how many it ended; fewer than {@code most} where the tenant is gone
     */
    public int remove(TenantId tenant, int most) {
        int ended = work.sql()
                .sql("""
                with member as (select account_id from cuenta.membership where tenant_id = :tenant order by account_id limit :most),
                    taken as (delete from cuenta.role_given g using member
                        where g.account_id = member.account_id and g.tenant_id = :tenant)
                delete from cuenta.membership m using member where m.account_id = member.account_id and m.tenant_id = :tenant""")
                .param("tenant", tenant.value())
                .param("most", most)
                .update();
        if (ended < most) {
            work.sql()
                    .sql("delete from cuenta.role_given where tenant_id = ?")
                    .param(tenant.value())
                    .update();
            work.sql()
                    .sql("delete from cuenta.former_membership where tenant_id = ?")
                    .param(tenant.value())
                    .update();
            work.sql()
                    .sql("delete from cuenta.tenant where id = ?")
                    .param(tenant.value())
                    .update();
        }
        return ended;
    }
}
