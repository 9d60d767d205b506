package dev.cuenta.store.password;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.store.account.Ids;
import dev.cuenta.store.revision.Work;
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
                on conflict (account_id) do update set hash = excluded.hash, set_at = now()""").params(column(account), hash).update();
    }

    public Optional<String> hashOf(AccountId account) {
        return work.sql()
                .sql("select hash from cuenta.credential where account_id = ?")
                .param(column(account))
                .query(String.class)
                .optional();
    }

    private Object column(AccountId account) {
        return Ids.columnOf(work.revision().model().id(), account).orElseThrow();
    }
}
