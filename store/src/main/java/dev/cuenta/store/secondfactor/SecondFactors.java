package dev.cuenta.store.secondfactor;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.store.account.Controlled;
import dev.cuenta.store.live.Work;
import java.time.OffsetDateTime;
import java.util.Collection;
import java.util.Optional;

/** The second factors of accounts, within one transaction. */
public final class SecondFactors {
    private final Work work;

    public SecondFactors(Work work) {
        this.work = work;
    }

    public Optional<SecondFactor> find(AccountId account) {
        Object key = work.keys().of(account);
        return work.sql()
                .sql("select seed, confirmed_at, last_step from cuenta.second_factor where account_id = ?")
                .param(key)
                .query((row, index) -> new SecondFactor(
                        work.secrets().openText(key, row.getBytes(1)),
                        Optional.ofNullable(row.getObject(2, OffsetDateTime.class))
                                .map(OffsetDateTime::toInstant)
                                .orElse(null),
                        row.getLong(3)))
                .optional();
    }

    /** Whether a code is asked for; without opening the seed. */
    public boolean isActive(AccountId account) {
        return work.sql()
                .sql(
                        "select exists (select 1 from cuenta.second_factor where account_id = ? and confirmed_at is not null)")
                .param(work.keys().of(account))
                .query(Boolean.class)
                .single();
    }

    /** Begins with another seed; empty where the account has a factor that is confirmed. */
    public boolean begin(AccountId account, String seed) {
        Object key = work.keys().of(account);
        return work.sql()
                        .sql("""
                insert into cuenta.second_factor as f (account_id, seed) values (?, ?)
                on conflict (account_id) do update set seed = excluded.seed where f.confirmed_at is null""")
                        .params(key, work.secrets().sealText(key, seed))
                        .update()
                > 0;
    }

    /** From now on the factor is asked for. */
    public void confirm(AccountId account) {
        work.sql()
                .sql("update cuenta.second_factor set confirmed_at = now() where account_id = ?")
                .param(work.keys().of(account))
                .update();
    }

    /** Uses the code of a time step up: of two who come with the same one, the second is refused. */
    public boolean use(AccountId account, long step) {
        return work.sql()
                        .sql("update cuenta.second_factor set last_step = ? where account_id = ? and last_step < ?")
                        .params(step, work.keys().of(account), step)
                        .update()
                > 0;
    }

    /** Whether there was one to take away; its recovery codes go too. */
    public boolean remove(Controlled account) {
        return work.sql()
                        .sql("delete from cuenta.second_factor where account_id = ?")
                        .param(work.keys().of(account.id()))
                        .update()
                > 0;
    }

    /** In the place of those that were there. */
    public void keepRecoveryCodes(AccountId account, Collection<byte[]> hashes) {
        Object key = work.keys().of(account);
        work.sql()
                .sql("delete from cuenta.recovery_code where account_id = ?")
                .param(key)
                .update();
        hashes.forEach(hash -> work.sql()
                .sql("insert into cuenta.recovery_code (account_id, hash) values (?, ?)")
                .params(key, hash)
                .update());
    }

    /** Uses a recovery code up. */
    public boolean useRecoveryCode(AccountId account, byte[] hash) {
        return work.sql()
                        .sql("delete from cuenta.recovery_code where account_id = ? and hash = ?")
                        .params(work.keys().of(account), hash)
                        .update()
                > 0;
    }

    public int recoveryCodesLeft(AccountId account) {
        return work.sql()
                .sql("select count(*) from cuenta.recovery_code where account_id = ?")
                .param(work.keys().of(account))
                .query(Integer.class)
                .single();
    }
}
