package dev.cuenta.store.token;

import dev.cuenta.store.live.Work;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.UUID;

/** Tokens that count no more, until they would be out of date anyway. */
public final class RevokedTokens {
    private final Work work;

    public RevokedTokens(Work work) {
        this.work = work;
    }

    /** Whether it was good until now. */
    public boolean add(UUID token, Instant expires) {
        work.sql()
                .sql("delete from cuenta.revoked_token where expires_at < now()")
                .update();
        return work.sql()
                        .sql("insert into cuenta.revoked_token (id, expires_at) values (?, ?) on conflict do nothing")
                        .params(token, expires.atOffset(ZoneOffset.UTC))
                        .update()
                > 0;
    }

    public boolean contains(UUID token) {
        return work.sql()
                .sql("select exists (select 1 from cuenta.revoked_token where id = ?)")
                .param(token)
                .query(Boolean.class)
                .single();
    }
}
