package dev.cuenta.store.adoption;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.model.Field;
import dev.cuenta.core.model.IdScheme;
import dev.cuenta.store.live.Work;
import dev.cuenta.store.schema.Shape;
import java.time.Instant;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;

/** The map from rows of other programs to accounts, and what has to be known about many rows at once. */
public final class Adoptions {
    /** A row and its account. {@code joined} says that the account was there already. */
    public record Adopted(String key, AccountId account, boolean joined) {}

    /** A source, and how many rows of it became accounts or joined one. */
    public record Summary(String source, long brought, long joined, Instant last) {}

    /**
     * The value of a unique field in the form in which it is compared.
     *
     * @param holder the account that has it already
     */
    public record Claim(String form, @Nullable AccountId holder) {}

    private final Work work;
    private final JdbcClient sql;

    public Adoptions(Work work) {
        this.work = work;
        this.sql = work.sql();
    }

    /** The accounts of those keys that were adopted before. */
    public Map<String, AccountId> present(String source, Collection<String> keys) {
        Map<String, AccountId> present = new HashMap<>();
        // Key by key: of a table that has just grown PostgreSQL believes that reading all of it is cheaper.
        sql.sql(
                        "select key, " + account() + " from unnest(?::text[]) key cross join lateral"
                                + " (select account_id from cuenta.adopted where source = ? and source_key = key limit 1) adopted")
                .params(keys.toArray(String[]::new), source)
                .query(row -> {
                    present.put(row.getString(1), new AccountId(row.getString(2)));
                });
        return present;
    }

    /** As SQL: the account of a row of the map, which holds keys as texts, whatever the id scheme is. */
    private String account() {
        Shape shape = work.revision().shape();
        return shape.idOf("cast(account_id as " + shape.keyType().sql() + ")");
    }

    /** Those of the ids that accounts have already. */
    public Set<AccountId> taken(Collection<AccountId> ids) {
        Shape shape = work.revision().shape();
        return new HashSet<>(
                sql.sql("select cast(%1$s as text) from accounts.account where %1$s = any(cast(? as %2$s[]))"
                                .formatted(shape.idColumn(), shape.idType().sql()))
                        .param(ids.stream().map(AccountId::text).toArray(String[]::new))
                        .query((row, index) -> new AccountId(row.getString(1)))
                        .list());
    }

    /** Who holds each of the values of a unique field; by value, in one query. */
    public Map<String, Claim> claims(Field field, Collection<String> values) {
        Shape shape = work.revision().shape();
        String asked = Shape.comparable(field, "cast(v.value as " + shape.type(field) + ")");
        Map<String, Claim> claims = new HashMap<>();
        sql.sql("with asked as materialized (select v.value, cast(" + asked + " as text) as form"
                        + " from unnest(?::text[]) v (value)) select value, form, "
                        + shape.idOf("cast(holder as " + shape.keyType().sql() + ")")
                        + " from (select asked.value, asked.form, held.key as holder from asked left join "
                        + Shape.keysByUnique(field, "array(select form from asked)")
                        + " held on held.value = asked.form) claim")
                .param(values.toArray(String[]::new))
                .query(row -> {
                    String holder = row.getString(3);
                    claims.put(
                            row.getString(1),
                            new Claim(row.getString(2), holder == null ? null : new AccountId(holder)));
                });
        return claims;
    }

    /** Keeps the sequence ahead of ids that came from elsewhere. */
    public void passOver(Collection<AccountId> ids) {
        if (work.revision().model().id() == IdScheme.SEQUENCE && !ids.isEmpty()) {
            long highest = ids.stream()
                    .mapToLong(id -> Long.parseLong(id.text()))
                    .max()
                    .orElseThrow();
            sql.sql("select setval('accounts.account_id', greatest(?, (select last_value from accounts.account_id)))")
                    .param(highest)
                    .query(Long.class)
                    .single();
        }
    }

    public void remember(String source, List<Adopted> adopted) {
        sql.sql("""
                        insert into cuenta.adopted (source, source_key, account_id, outcome)
                        select ?, key, account, outcome from unnest(?::text[], ?::text[], ?::text[]) v (key, account, outcome)
                        on conflict do nothing""")
                .params(
                        source,
                        texts(adopted.stream().map(Adopted::key).toList()),
                        work.keys().of(adopted.stream().map(Adopted::account).toList()),
                        texts(adopted.stream()
                                .map(row -> row.joined() ? "joined" : "brought")
                                .toList()))
                .update();
    }

    private static String[] texts(List<String> texts) {
        return texts.toArray(String[]::new);
    }

    /** A row of another program. */
    public record Origin(String source, String key) {}

    /** From which rows the account came. */
    public List<Origin> of(AccountId account) {
        return sql.sql("select source, source_key from cuenta.adopted where account_id = ? order by source, source_key")
                .param(work.keys().of(account).toString())
                .query((row, index) -> new Origin(row.getString("source"), row.getString("source_key")))
                .list();
    }

    public List<Summary> summaries() {
        return sql.sql("""
                        select source, count(*) filter (where outcome = 'brought') as brought,
                            count(*) filter (where outcome = 'joined') as joined, max(adopted_at) as last
                        from cuenta.adopted group by source order by source""")
                .query((row, index) -> new Summary(
                        row.getString("source"),
                        row.getLong("brought"),
                        row.getLong("joined"),
                        row.getTimestamp("last").toInstant()))
                .list();
    }

    /** The map of one source in the order of its keys, from behind the given one on. */
    public List<Adopted> map(String source, String after, int limit) {
        return sql.sql("""
                        select source_key, %s, outcome from cuenta.adopted
                        where source = ? and source_key > ? order by source_key limit ?""".formatted(account()))
                .params(source, after, limit)
                .query((row, index) -> new Adopted(
                        row.getString(1),
                        new AccountId(row.getString(2)),
                        row.getString(3).equals("joined")))
                .list();
    }
}
