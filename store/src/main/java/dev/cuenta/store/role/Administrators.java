package dev.cuenta.store.role;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.model.Role;
import dev.cuenta.store.live.Work;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** Who administers the installation. */
public final class Administrators {
    private static final String LOCK = "cuenta administrators";

    private final Work work;

    public Administrators(Work work) {
        this.work = work;
    }

    /** How many accounts administer for good and can sign in. Until this transaction ends, no other one can change that. */
    public long lock() {
        return lockOthers(null);
    }

    /**
     * As {@link #lock}, without one of them.
     *
     * @param account who is not counted; null for nobody
     */
    public long lockOthers(@Nullable AccountId account) {
        work.sql()
                .sql("select pg_advisory_xact_lock(hashtextextended(?, 0))")
                .param(LOCK)
                .query((row, index) -> index)
                .list();
        return work.everywhere(() -> count(account == null ? null : work.keys().of(account)));
    }

    private long count(@Nullable Object except) {
        List<Integer> numbers = work.revision().model().administeringRoles().stream()
                .map(Role::number)
                .toList();
        return numbers.isEmpty()
                ? 0
                : work.sql()
                        .sql("""
                select count(distinct g.account_id) from cuenta.role_in_effect g
                join cuenta.credential c on c.account_id = g.account_id
                where g.role in (:numbers) and g.tenant_id is null and g.ends_at is null
                    and g.account_id::text is distinct from :except""")
                        .param("numbers", numbers)
                        .param("except", except == null ? null : except.toString())
                        .query(Long.class)
                        .single();
    }
}
