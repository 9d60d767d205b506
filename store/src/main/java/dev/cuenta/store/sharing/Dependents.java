package dev.cuenta.store.sharing;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.store.live.Work;
import java.time.OffsetDateTime;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** Which records of services hang on which accounts. */
public final class Dependents {
    private static final int SHOWN = 1000;

    private final Work work;

    public Dependents(Work work) {
        this.work = work;
    }

    /** How many records of a service hold an account in place. */
    public record Holder(String service, String sort, long count) {}

    /** Notes that the record hangs on the account; one that hung on another one hangs on this from now on. */
    public void register(AccountId account, String service, String sort, String key) {
        work.sql().sql("""
                insert into cuenta.dependent (service, sort, key, account_id) values (?, ?, ?, ?)
                on conflict (service, sort, key) do update set account_id = excluded.account_id""").params(service, sort, key, work.keys().of(account)).update();
    }

    /** Whether the record hung on the account. */
    public boolean release(AccountId account, String service, String sort, String key) {
        return work.sql()
                        .sql(
                                "delete from cuenta.dependent where service = ? and sort = ? and key = ? and account_id = ?")
                        .params(service, sort, key, work.keys().of(account))
                        .update()
                > 0;
    }

    /**
     * What hangs on the account, at most a thousand.
     *
     * @param service null for every service's
     */
    public List<Dependent> of(AccountId account, @Nullable String service) {
        return work.sql()
                .sql("""
                select * from cuenta.dependent where account_id = :account
                    and (cast(:service as text) is null or service = :service)
                order by service, sort, registered_at, key limit :most""")
                .param("account", work.keys().of(account))
                .param("service", service)
                .param("most", SHOWN)
                .query((row, index) -> new Dependent(
                        row.getString("service"),
                        row.getString("sort"),
                        row.getString("key"),
                        row.getObject("registered_at", OffsetDateTime.class).toInstant()))
                .list();
    }

    /**
     * Moves what hangs on one account to another one.
     *
     * @param service null for every service's
     * @return how many records were moved
     */
    public int move(AccountId from, AccountId to, @Nullable String service) {
        return work.sql()
                .sql("""
                update cuenta.dependent set account_id = :to where account_id = :from
                    and (cast(:service as text) is null or service = :service)""")
                .param("to", work.keys().of(to))
                .param("from", work.keys().of(from))
                .param("service", service)
                .update();
    }

    /** Who holds any of the accounts in place, by what the live model says about their records. */
    public List<Holder> holders(Collection<AccountId> accounts) {
        Optional<String> restricting = restricting(work.revision().model());
        return restricting.isEmpty()
                ? List.of()
                : work.sql()
                        .sql("select service, sort, count(*) from cuenta.dependent d where account_id = any(cast(? as "
                                + work.revision().shape().keyType().sql() + "[])) and " + restricting.get()
                                + " group by service, sort order by service, sort")
                        .param(work.keys().of(accounts))
                        .query((row, index) -> new Holder(row.getString(1), row.getString(2), row.getLong(3)))
                        .list();
    }

    /** In SQL, whether nothing holds the account {@code a} in place; empty where nothing can. */
    public static Optional<String> free(AccountModel model) {
        return held(model).map(held -> "not " + held);
    }

    /** As {@link #free}, that one does: of two negations PostgreSQL makes no join. */
    public static Optional<String> held(AccountModel model) {
        return restricting(model)
                .map(held -> "exists (select from cuenta.dependent d where d.account_id = a.id and " + held + ")");
    }

    /** Names of services and sorts are identifiers: letters and digits. */
    private static Optional<String> restricting(AccountModel model) {
        List<String> pairs = model.services().values().stream()
                .flatMap(service ->
                        service.restricting().stream().map(sort -> "('" + service.name() + "', '" + sort + "')"))
                .toList();
        return pairs.isEmpty()
                ? Optional.empty()
                : Optional.of("(d.service, d.sort) in (" + String.join(", ", pairs) + ")");
    }
}
