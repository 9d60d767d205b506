package dev.cuenta.store.password;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.store.account.Controlled;
import dev.cuenta.store.live.Work;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Password hashes. They are no fields of a record, so no projection can name them. */
public final class Credentials {
    /**
     * Hashes that were made alike.
     *
     * @param wrapped whether they are around weaker ones
     * @param made their prefix: scheme and parameters, without salt and digest
     * @param oldest when the first of these passwords was set
     */
    public record Alike(boolean wrapped, String made, long accounts, Instant oldest) {}

    /** What stands before a hash's salt. */
    private static final String MADE =
            "^(\\$wrapped\\$[A-Za-z0-9_-]+|)(\\$argon2id\\$v=[0-9]+\\$[^$]+|\\$2[aby]\\$[0-9]+|\\$scrypt\\$[^$]+|\\$7\\$.|\\$pbkdf2[-a-z0-9]*\\$[0-9]+|pbkdf2_[a-z0-9]+\\$[0-9]+|\\$[56]\\$rounds=[0-9]+|\\$[56]\\$|)";

    private final Work work;

    public Credentials(Work work) {
        this.work = work;
    }

    public void set(Controlled account, String hash) {
        remember(account.id());
        work.sql().sql("""
                insert into cuenta.credential (account_id, hash) values (?, ?)
                on conflict (account_id) do update set hash = excluded.hash, set_at = now()""").params(work.keys().of(account.id()), hash).update();
    }

    /** The hashes of the account's last passwords, the present one first, as many as the model remembers. */
    public List<String> last(AccountId account) {
        return work.sql()
                .sql("""
                select hash from (
                    select hash, set_at from cuenta.credential where account_id = :key
                    union all select hash, set_at from cuenta.former_password where account_id = :key) known
                order by set_at desc limit :history""")
                .param("key", work.keys().of(account))
                .param("history", history())
                .query(String.class)
                .list();
    }

    private int history() {
        return work.revision().model().password().history();
    }

    /** The present one becomes a former one; what is older than the model remembers goes. */
    private void remember(AccountId account) {
        Object key = work.keys().of(account);
        if (history() > 1) {
            work.sql().sql("""
                    insert into cuenta.former_password (account_id, hash, set_at)
                    select account_id, hash, set_at from cuenta.credential where account_id = ?""").param(key).update();
        }
        work.sql()
                .sql("""
                delete from cuenta.former_password where account_id = :key and set_at not in (
                    select set_at from cuenta.former_password where account_id = :key order by set_at desc limit :kept)""")
                .param("key", key)
                .param("kept", Math.max(0, history() - 1))
                .update();
    }

    /** Sets another password; false if somebody has set one meanwhile. */
    public boolean change(AccountId account, String before, String hash) {
        remember(account);
        return work.sql()
                        .sql("update cuenta.credential set hash = ?, set_at = now() where account_id = ? and hash = ?")
                        .params(hash, work.keys().of(account), before)
                        .update()
                == 1;
    }

    /** The same password in another hash; only if nobody has set another one meanwhile. */
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

    /** All hashes by how they were made, those that were set first before the others. One reading of the table. */
    public List<Alike> alike() {
        return work.sql()
                .sql("""
                        select parts[1] <> '' as wrapped, parts[2] as made, count(*) as accounts, min(set_at) as oldest
                        from (select regexp_match(hash, ?) as parts, set_at from cuenta.credential) looked
                        group by 1, 2 order by oldest""")
                .param(MADE)
                .query((row, index) -> new Alike(
                        row.getBoolean("wrapped"),
                        row.getString("made"),
                        row.getLong("accounts"),
                        row.getTimestamp("oldest").toInstant()))
                .list();
    }

    /** When the present password was set. */
    public Optional<Instant> setAt(AccountId account) {
        return work.sql()
                .sql("select set_at from cuenta.credential where account_id = ?")
                .param(work.keys().of(account))
                .query((row, index) -> row.getTimestamp("set_at").toInstant())
                .optional();
    }

    public Optional<String> hashOf(AccountId account) {
        return work.sql()
                .sql("select hash from cuenta.credential where account_id = ?")
                .param(work.keys().of(account))
                .query(String.class)
                .optional();
    }
}
