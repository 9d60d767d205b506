package dev.cuenta.store.account;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.account.Condition;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.store.revision.Shape;
import dev.cuenta.store.revision.Work;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** Takes accounts away with everything that hangs on them, dependents first, and counts what went. */
public final class Removal {
    private final Work work;
    private final AccountModel model;

    public Removal(Work work) {
        this.work = work;
        this.model = work.revision().model();
    }

    /** How many records of each sort went, by name; {@code accounts} comes last. */
    public Map<String, Long> remove(Collection<Controlled> accounts) {
        List<AccountId> ids = accounts.stream().map(Controlled::id).toList();
        String[] keys = work.keys().of(ids);
        String array = "any(cast(? as " + work.revision().shape().keyType().sql() + "[]))";
        Map<String, Long> counts = new LinkedHashMap<>();
        tables().forEach((sort, table) -> counts.put(sort, (long) work.sql()
                .sql("delete from " + table + " where account_id = " + array)
                .param(keys)
                .update()));
        work.sql()
                .sql("delete from cuenta.adopted where account_id = any(?)")
                .param(keys)
                .update();
        counts.put("accounts", (long) work.sql()
                .sql("delete from accounts.account where id = " + array)
                .param(keys)
                .update());
        new FoundedTenants(work).removed(keys);
        return counts;
    }

    /** How many records of each sort hang on the accounts that meet the condition. */
    public Map<String, Long> dependents(Condition condition) {
        PageSql chosen = PageSql.all(work, condition);
        Map<String, Long> counts = new LinkedHashMap<>();
        tables().forEach((sort, table) -> {
            String statement =
                    "select count(*) from " + table + " where account_id in (select a.id " + chosen.fromWhere() + ")";
            counts.put(
                    sort,
                    work.sql()
                            .sql(statement)
                            .params(chosen.parameters())
                            .query(Long.class)
                            .single());
        });
        return counts;
    }

    /** Where dependents are kept, by the name under which they are counted. */
    private Map<String, String> tables() {
        Map<String, String> tables = new LinkedHashMap<>();
        tables.put("sessions", "cuenta.session");
        tables.put("credentials", "cuenta.credential");
        tables.put("rolesGiven", "cuenta.role_given");
        tables.put("memberships", "cuenta.membership");
        tables.put("pictures", "cuenta.picture");
        if (model.services().values().stream()
                .anyMatch(service -> !service.dependents().isEmpty())) {
            tables.put("dependents", "cuenta.dependent");
        }
        model.profiles().keySet().forEach(profile -> tables.put(profile, Shape.qualified(profile)));
        return tables;
    }
}
