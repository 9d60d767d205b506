package dev.cuenta.store.tenant;

import dev.cuenta.core.account.TenantId;
import dev.cuenta.core.model.TenantLimits;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import dev.cuenta.store.live.Work;
import java.util.Collection;
import java.util.List;
import java.util.UUID;
import org.jspecify.annotations.Nullable;

/** How many members and open invitations tenants may have. Held where they are made, whoever makes them. */
public final class EnforcedLimits {
    private static final String MEMBERS = "cuenta.membership m where m.tenant_id = t.id";
    private static final String INVITATIONS = "cuenta.invitation i where i.tenant_id = t.id and i.expires_at > now()";

    private final Work work;
    /** Of tenants that have none of their own. */
    private final TenantLimits usual;

    public EnforcedLimits(Work work) {
        this.work = work;
        this.usual = work.revision().model().tenants().limits();
    }

    /**
     * After members were added.
     *
     * @throws Problem CONFLICT where a tenant has more than it may: then nothing of this transaction stays
     */
    public void holdMembers(Collection<TenantId> tenants) {
        hold(tenants, "most_members", usual.members(), MEMBERS, "member");
    }

    /** As {@link #holdMembers}, after an invitation was made. */
    public void holdInvitations(TenantId tenant) {
        hold(List.of(tenant), "most_invitations", usual.invitations(), INVITATIONS, "open invitation");
    }

    private void hold(
            Collection<TenantId> tenants, String own, @Nullable Integer otherwise, String counted, String what) {
        UUID[] limited = limited(tenants, own, otherwise);
        if (limited.length > 0) {
            work.sql()
                    .sql("""
                    select t.name, t.most
                    from (select id, name, coalesce(%s, ?::int) as most from cuenta.tenant where id = any(?)) t
                    where t.most < (select count(*) from (select from %s limit t.most + 1) found) limit 1""".formatted(own, counted))
                    .param(otherwise)
                    .param(limited)
                    .query((row, index) -> full(row.getString("name"), row.getInt("most"), what))
                    .optional()
                    .ifPresent(refusal -> {
                        throw refusal;
                    });
        }
    }

    /** Locked until the transaction ends, by a statement of its own: so that whoever comes second counts what the first one made. */
    private UUID[] limited(Collection<TenantId> tenants, String own, @Nullable Integer otherwise) {
        return work.sql()
                .sql("select id from cuenta.tenant where id = any(?) and coalesce(" + own
                        + ", ?::int) is not null order by id for no key update")
                .param(tenants.stream().map(TenantId::value).toArray(UUID[]::new))
                .param(otherwise)
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
