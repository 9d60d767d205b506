package dev.cuenta.store.account;

import dev.cuenta.core.account.Condition;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.store.revision.Shape;
import dev.cuenta.store.revision.Work;
import java.util.ArrayList;
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

    /**
     * How many records of each sort went, by name; {@code accounts} comes last. They go in one statement: what triggers would count in
     * an account whose roles and memberships go finds it gone.
     */
    public Map<String, Long> remove(Collection<Controlled> accounts) {
        String[] keys = work.keys().of(accounts.stream().map(Controlled::id).toList());
        String array = "any(cast(:keys as " + work.revision().shape().keyType().sql() + "[]))";
        Map<String, String> removals = new LinkedHashMap<>();
        tables().forEach((sort, table) ->
                removals.put(sort, "delete from " + table + " where account_id = " + array + " returning true"));
        removals.put("accounts", "delete from accounts.account where id = " + array + " returning true");
        Map<String, Long> counts = counts(
                "adopted as (delete from cuenta.adopted where account_id = any(:keys))",
                removals,
                Map.of("keys", keys));
        new FoundedTenants(work).removed(keys);
        return counts;
    }

    /** How many records of each sort hang on the accounts that meet the condition. */
    public Map<String, Long> dependents(Condition condition) {
        PageSql chosen = PageSql.all(work, condition);
        Map<String, String> records = new LinkedHashMap<>();
        tables().forEach((sort, table) ->
                records.put(sort, "select from " + table + " where account_id in (select id from chosen)"));
        return counts("chosen as materialized (select a.id " + chosen.fromWhere() + ")", records, chosen.parameters());
    }

    /**
     * How many rows each of the statements gives, all in one statement.
     *
     * @param common of which they all make use
     */
    private Map<String, Long> counts(String common, Map<String, String> statements, Map<String, Object> parameters) {
        StringBuilder all = new StringBuilder("with ").append(common);
        List<String> counts = new ArrayList<>();
        statements.forEach((sort, statement) -> {
            String name = "rows" + counts.size();
            all.append(", ").append(name).append(" as (").append(statement).append(')');
            counts.add("(select count(*) from " + name + ")");
        });
        all.append(" select ").append(String.join(", ", counts));
        return work.sql()
                .sql(all.toString())
                .params(parameters)
                .query((row, index) -> {
                    Map<String, Long> counted = new LinkedHashMap<>();
                    for (String sort : statements.keySet()) {
                        counted.put(sort, row.getLong(counted.size() + 1));
                    }
                    return counted;
                })
                .single();
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
