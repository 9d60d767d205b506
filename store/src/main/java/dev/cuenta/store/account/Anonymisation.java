package dev.cuenta.store.account;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.account.AccountRecord;
import dev.cuenta.core.model.FieldPath;
import dev.cuenta.core.retention.Erasure;
import dev.cuenta.store.live.Work;
import dev.cuenta.store.schema.Shape;
import java.time.Instant;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/**
 * Takes out of accounts what tells whose they were: values that are not open, those that earlier revisions left behind, pictures,
 * the password, sessions, roles, and what the account was called elsewhere. Kind, tenants and open values stay.
 */
public final class Anonymisation {
    private final Work work;

    public Anonymisation(Work work) {
        this.work = work;
    }

    /**
     * Anonymises accounts that are locked.
     *
     * @return how many records of each sort went or were emptied, by name; {@code accounts} comes last
     */
    public Map<String, Long> anonymise(Collection<Controlled> accounts, Instant now) {
        List<AccountId> ids = accounts.stream().map(Controlled::id).toList();
        Map<String, Long> counts = new LinkedHashMap<>();
        count("sessions", "delete from cuenta.session where account_id = ", ids, counts);
        count("credentials", "delete from cuenta.credential where account_id = ", ids, counts);
        count("rolesGiven", "delete from cuenta.role_given where account_id = ", ids, counts);
        count("pictures", "delete from cuenta.picture where account_id = ", ids, counts);
        update("delete from cuenta.former_password where account_id = ", ids);
        update("delete from cuenta.message where account_id = ", ids);
        update("delete from cuenta.proof where account_id = ", ids);
        forgetFormerNames(ids);
        emptyWhatIsKept(ids);
        emptyInTenants(ids);
        new Accounts(work).all(ids).forEach(record -> erase(record, now));
        counts.put("accounts", (long) ids.size());
        return counts;
    }

    private void erase(AccountRecord record, Instant now) {
        Map<FieldPath, @Nullable Object> left = Erasure.of(work.revision().model(), record);
        new Accounts(work).anonymise(record, left, now);
        Map<FieldPath, @Nullable Object> after = new LinkedHashMap<>(record.values());
        after.putAll(left);
        new FoundedTenants(work).anonymised(record.id(), after);
    }

    private void forgetFormerNames(List<AccountId> ids) {
        work.sql()
                .sql("delete from cuenta.adopted where account_id = any(?)")
                .param(work.keys().of(ids))
                .update();
    }

    /** Columns of fields that are gone still hold what was in them. */
    private void emptyWhatIsKept(List<AccountId> ids) {
        List<String> statements = work.sql().sql("""
                select 'update accounts.' || quote_ident(table_name) || ' set '
                    || string_agg(quote_ident(kept_as) || ' = null', ', ') || ' where '
                    || case table_name when 'account' then 'id' else 'account_id' end
                from cuenta.kept_column k
                where kept_as like 'kept\\_r%' and exists (select 1 from pg_attribute a
                    where a.attrelid = to_regclass('accounts.' || quote_ident(table_name)) and a.attname = kept_as)
                group by table_name""").query(String.class).list();
        statements.forEach(statement -> update(statement + " = ", ids));
    }

    /** Values that accounts have in each of their tenants. */
    private void emptyInTenants(List<AccountId> ids) {
        Shape shape = work.revision().shape();
        for (String profile : shape.model().profiles(true)) {
            String emptied = shape.model().fieldsOfProfile(profile).stream()
                    .filter(Erasure::concerns)
                    .map(field -> Shape.quoted(shape.columnNow(field)) + " = null")
                    .collect(Collectors.joining(", "));
            if (!emptied.isEmpty()) {
                update("update " + Shape.qualified(profile) + " set " + emptied + " where account_id = ", ids);
            }
        }
    }

    private void count(String sort, String statement, List<AccountId> ids, Map<String, Long> counts) {
        counts.put(sort, (long) update(statement, ids));
    }

    private int update(String statement, List<AccountId> ids) {
        return work.sql()
                .sql(statement + "any(cast(? as "
                        + work.revision().shape().keyType().sql() + "[]))")
                .param(work.keys().of(ids))
                .update();
    }
}
