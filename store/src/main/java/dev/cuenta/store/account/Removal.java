package dev.cuenta.store.account;

import dev.cuenta.core.account.Condition;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.store.live.Work;
import dev.cuenta.store.schema.Shape;
import java.math.BigDecimal;
import java.math.MathContext;
import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** Takes accounts away with everything that hangs on them, dependents first, and counts what went. */
public final class Removal {
    /** Some ten thousand of the chosen, whichever they are; all where there are fewer. */
    private static final String SAMPLE =
            "select id from chosen where mod(hashtextextended(cast(id as text), 0), greatest(1, (select count(*) from chosen) / 10000)) = 0";

    /** Counted beside the dependents, under names that no profile has. */
    private static final String CHOSEN_COUNT = "#chosen";

    private static final String SAMPLE_COUNT = "#sample";

    private static final int LARGE = 100_000;
    private static final MathContext DIGITS = new MathContext(3);

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

    /**
     * What a removal would take.
     *
     * @param accounts how many there are, exactly
     * @param dependents how many records of each sort hang on them
     * @param estimated sorts of which there are so many that they are reckoned from a sample of the accounts, to three digits
     */
    public record Extent(long accounts, Map<String, Long> dependents, Set<String> estimated) {}

    /** What hangs on the accounts that meet the condition, with one look at the accounts. */
    public Extent extent(Condition condition) {
        PageSql chosen = PageSql.all(work, condition);
        Map<String, String> tables = tables();
        Set<String> large = large(tables.values());
        Map<String, String> records = new LinkedHashMap<>();
        records.put(CHOSEN_COUNT, "select from chosen");
        records.put(SAMPLE_COUNT, "select from sample");
        tables.forEach((sort, table) -> records.put(
                sort,
                "select from " + table + " t join " + (large.contains(table) ? "sample" : "chosen")
                        + " c on c.id = t.account_id"));
        Map<String, Long> counts = counts(
                "chosen as materialized (select a.id " + chosen.fromWhere() + "), sample as materialized (" + SAMPLE
                        + ")",
                records,
                chosen.parameters());
        return extent(counts, tables, large);
    }

    private static Extent extent(Map<String, Long> counts, Map<String, String> tables, Set<String> large) {
        long accounts = counts.getOrDefault(CHOSEN_COUNT, 0L);
        long sample = counts.getOrDefault(SAMPLE_COUNT, 0L);
        Map<String, Long> dependents = new LinkedHashMap<>();
        Set<String> estimated = new LinkedHashSet<>();
        tables.forEach((sort, table) -> {
            long count = counts.getOrDefault(sort, 0L);
            boolean reckoned = large.contains(table) && sample < accounts;
            dependents.put(sort, reckoned ? reckoned(count, accounts, sample) : count);
            if (reckoned) {
                estimated.add(sort);
            }
        });
        return new Extent(accounts, dependents, estimated);
    }

    private static long reckoned(long count, long accounts, long sample) {
        return BigDecimal.valueOf(count)
                .multiply(BigDecimal.valueOf(accounts))
                .divide(BigDecimal.valueOf(Math.max(1, sample)), DIGITS)
                .longValue();
    }

    /** Those of which not every row should be looked at, as far as PostgreSQL knows. */
    private Set<String> large(Collection<String> tables) {
        return Set.copyOf(work.sql()
                .sql("select name from unnest(cast(? as text[])) name join pg_class c on c.oid = to_regclass(name)"
                        + " where c.reltuples > ?")
                .params(tables.toArray(String[]::new), LARGE)
                .query(String.class)
                .list());
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
