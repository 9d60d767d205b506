package dev.cuenta.store.password;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.store.revision.Work;
import java.util.Map;
import java.util.Optional;

/** Password hashes. They are no fields of a record, so no projection can name them. */
public final class Credentials {
    private final Work work;

    public Credentials(Work work) {
        this.work = work;
    }

    public void set(AccountId account, String hash) {
        work.sql().sql("""
                insert into cuenta.credential (account_id, hash) values (?, ?)
                on conflict (account_id) do update set hash = excluded.hash, set_at = now()""").params(work.keys().of(account), hash).update();
    }

    /** Only if nobody has set another one meanwhile. */
    public void replace(AccountId account, String before, String hash) {
        work.sql()
                .sql("update cuenta.credential set hash = ? where account_id = ? and hash = ?")
                .params(hash, work.keys().of(account), before)
                .update();
    }

    public void setAll(Map<AccountId, String> hashes) {
        work.sql()
                .sql("insert into cuenta.credential (account_id, hash) select cast(v.id as "
                        + work.revision().shape().keyType().sql()
                        + "), v.hash from unnest(?::text[], ?::text[]) v (id, hash) on conflict do nothing")
                .params(work.keys().of(hashes.keySet()), hashes.values().toArray(String[]::new))
                .update();
    }

    public Optional<String> hashOf(AccountId account) {
        return work.sql()
                .sql("select hash from cuenta.credential where account_id = ?")
                .param(work.keys().of(account))
                .query(String.class)
                .optional();
    }
}
