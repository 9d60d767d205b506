package dev.cuenta.store.tenant;

import dev.cuenta.core.account.TenantId;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import dev.cuenta.store.live.Work;
import java.util.Collection;
import java.util.List;
import java.util.UUID;

/** How many members and open invitations tenants may have. Held where they are made, whoever makes them. */
final class TenantLimits {
    private static final String MEMBERS = "cuenta.membership m where m.tenant_id = t.id";
    private static final String INVITATIONS = "cuenta.invitation i where i.tenant_id = t.id and i.expires_at > now()";

    private final Work work;

    TenantLimits(Work work) {
        this.work = work;
    }

    /**
     * After members were added.
     *
     * @throws Problem CONFLICT where a tenant has more than it may: then nothing of this transaction stays
     */
    void holdMembers(Collection<TenantId> tenants) {
        hold(tenants, "most_members", MEMBERS, "member");
    }

    /** As {@link #holdMembers}, after an invitation was made. */
    void holdInvitations(TenantId tenant) {
        hold(List.of(tenant), "most_invitations", INVITATIONS, "open invitation");
    }

    private void hold(Collection<TenantId> tenants, String limit, String counted, String what) {
        UUID[] limited = limited(tenants, limit);
        if (limited.length > 0) {
            work.sql()
                    .sql("""
                    select t.name, t.%1$s as most from cuenta.tenant t where t.id = any(?)
                    and t.%1$s < (select count(*) from (select from %2$s limit t.%1$s + 1) found) limit 1""".formatted(limit, counted))
                    .param(limited)
                    .query((row, index) -> full(row.getString("name"), row.getInt("most"), what))
                    .optional()
                    .ifPresent(refusal -> {
                        throw refusal;
                    });
        }
    }

    /** Locked until the transaction ends, by a statement of its own: so that whoever comes second counts what the first one made. */
    private UUID[] limited(Collection<TenantId> tenants, String limit) {
        return work.sql()
                .sql("select id from cuenta.tenant where id = any(?) and " + limit
                        + " is not null order by id for no key update")
                .param(tenants.stream().map(TenantId::value).toArray(UUID[]::new))
                .query(UUID.class)
                .list()
                .toArray(UUID[]::new);
    }

    private static Problem full(String tenant, int most, String what) {
        return Problem.of(
                ProblemKind.CONFLICT,
                "`" + tenant + "` may have " + most + " " + what + (most == 1 ? "" : "s")
                        + ", and has no room for more. An operator can raise that: cuenta tenants limit");
    }
}
