package dev.cuenta.store.tenant;

import com.github.f4b6a3.uuid.UuidCreator;
import dev.cuenta.core.account.TenantId;
import dev.cuenta.store.live.Work;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Optional;
import java.util.UUID;

/** Invitations to tenants. Each is kept as a hash of its token, is good for one account, and ends by itself. */
public final class Invitations {
    private static final int SHOWN = 1000;

    private final Work work;

    public Invitations(Work work) {
        this.work = work;
    }

    public Invitation add(TenantId tenant, byte[] tokenHash, String madeBy, Instant expires) {
        return work.sql()
                .sql("""
                insert into cuenta.invitation (id, token_hash, tenant_id, made_by, expires_at) values (?, ?, ?, ?, ?)
                returning *""")
                .params(
                        UuidCreator.getTimeOrderedEpoch(),
                        tokenHash,
                        tenant.value(),
                        madeBy,
                        expires.atOffset(ZoneOffset.UTC))
                .query(Invitations::read)
                .single();
    }

    /** Uses it up: of two that come with the same one, the second finds nothing. */
    public Optional<TenantId> take(byte[] tokenHash) {
        return work.sql()
                .sql("delete from cuenta.invitation where token_hash = ? and expires_at > now() returning tenant_id")
                .param(tokenHash)
                .query(UUID.class)
                .optional()
                .map(TenantId::new);
    }

    /** The open ones of a tenant, oldest first. */
    public List<Invitation> of(TenantId tenant) {
        return work.sql()
                .sql("""
                select * from cuenta.invitation where tenant_id = ? and expires_at > now() order by made_at, id limit ?""")
                .params(tenant.value(), SHOWN)
                .query(Invitations::read)
                .list();
    }

    /** Whether there was one of the tenant to take back. */
    public boolean withdraw(UUID id, TenantId tenant) {
        return work.sql()
                        .sql("delete from cuenta.invitation where id = ? and tenant_id = ?")
                        .params(id, tenant.value())
                        .update()
                > 0;
    }

    public int sweep() {
        return work.sql()
                .sql("delete from cuenta.invitation where expires_at < now()")
                .update();
    }

    private static Invitation read(ResultSet row, int index) throws SQLException {
        return new Invitation(
                row.getObject("id", UUID.class),
                new TenantId(row.getObject("tenant_id", UUID.class)),
                row.getString("made_by"),
                row.getObject("made_at", OffsetDateTime.class).toInstant(),
                row.getObject("expires_at", OffsetDateTime.class).toInstant());
    }
}
