package dev.cuenta.store.secret;

import dev.cuenta.store.database.Connections;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.time.Instant;
import java.util.Base64;
import java.util.HexFormat;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/**
 * Seals with the current key what earlier ones sealed: values of accounts, those that publishing kept aside, and archived ones.
 * Each batch is a transaction of its own, so that it can be cut off at any moment.
 */
public final class Resealing {
    private static final int BATCH = 500;
    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final TypeReference<Map<String, String>> SEALED = new TypeReference<>() {};
    /** A transaction that sealed with the key before may not be committed yet. */
    private static final Duration SETTLED = Duration.ofMinutes(1);

    /** Every sealed column there is, whichever revision or publish made it. */
    private static final String COLUMNS = """
            select format('%I.%I', n.nspname, c.relname) as source, quote_ident(a.attname) as name,
                case when c.relname in ('account', 'signing_key') then 'id' else 'account_id' end as key
            from pg_attribute a join pg_class c on c.oid = a.attrelid join pg_namespace n on n.oid = c.relnamespace
            where (n.nspname = 'accounts' or (n.nspname = 'cuenta' and c.relname in ('second_factor', 'signing_key')))
                and c.relkind = 'r' and a.atttypid = 'bytea'::regtype and a.attnum > 0 and not a.attisdropped
            order by 1, 2""";

    private record SealedColumn(String source, String name, String key) {
        /** Version and id stand before the rest. */
        String byAnother() {
            return name + " is not null and substring(" + name + " from 2 for " + SecretKey.ID_LENGTH + ") <> ?";
        }
    }

    private record Stored(String place, String key, String value) {}

    private final Connections connections;
    private final Secrets secrets;
    private final KnownKeys known;

    public Resealing(Connections connections, Secrets secrets, KnownKeys known) {
        this.connections = connections;
        this.secrets = secrets;
        this.known = known;
    }

    /** How many values are sealed with another key than the current one. */
    public long left(SecretKey current) {
        return connections.each(sql -> {
            long left = archivedByAnother(current, sql);
            for (SealedColumn column : columns(sql)) {
                left += sql.sql("select count(*) from " + column.source() + " where " + column.byAnother())
                        .param(current.id().getBytes(StandardCharsets.US_ASCII))
                        .query(Long.class)
                        .single();
            }
            return left;
        });
    }

    /** Does what is left, if anything is; in the end the other keys count as retired. */
    public void carryOn(SecretKey current, Instant now) {
        List<KnownKeys.Known> inUse =
                known.list().stream().filter(key -> key.retiredAt() == null).toList();
        if (inUse.size() < 2) {
            return;
        }
        for (SealedColumn column : connections.each(Resealing::columns)) {
            int done = BATCH;
            while (done == BATCH) {
                done = connections.together(sql -> reseal(column, current, sql));
            }
        }
        connections.together(sql -> resealArchive(current, sql));
        boolean settled = inUse.stream().allMatch(key -> key.addedAt().isBefore(now.minus(SETTLED)));
        if (settled && left(current) == 0) {
            known.retireOthers(current.id());
        }
    }

    /** How many values a key sealed, by their column. */
    static Map<String, Long> sealedWith(String id, JdbcClient sql) {
        Map<String, Long> counts = new LinkedHashMap<>();
        for (SealedColumn column : columns(sql)) {
            counts.put(
                    column.source() + "." + column.name(),
                    sql.sql("select count(*) from " + column.source() + " where substring(" + column.name()
                                    + " from 2 for " + SecretKey.ID_LENGTH + ") = ?")
                            .param(id.getBytes(StandardCharsets.US_ASCII))
                            .query(Long.class)
                            .single());
        }
        counts.values().removeIf(count -> count == 0);
        return counts;
    }

    private static List<SealedColumn> columns(JdbcClient sql) {
        return sql.sql(COLUMNS)
                .query((row, index) ->
                        new SealedColumn(row.getString("source"), row.getString("name"), row.getString("key")))
                .list();
    }

    private int reseal(SealedColumn column, SecretKey current, JdbcClient sql) {
        List<Stored> batch = sql.sql("select cast(ctid as text) as place, cast(" + column.key() + " as text) as key, "
                        + "encode(" + column.name() + ", 'hex') as value from " + column.source() + " where "
                        + column.byAnother() + " limit " + BATCH + " for no key update")
                .param(current.id().getBytes(StandardCharsets.US_ASCII))
                .query((row, index) -> new Stored(row.getString("place"), row.getString("key"), row.getString("value")))
                .list();
        if (!batch.isEmpty()) {
            // The same value: nothing that triggers carry to another column.
            sql.sql("set local cuenta.filling = 'on'").update();
        }
        for (Stored each : batch) {
            sql.sql("update " + column.source() + " set " + column.name() + " = ? where ctid = cast(? as tid)")
                    .params(secrets.renewed(each.key(), HexFormat.of().parseHex(each.value())), each.place())
                    .update();
        }
        return batch.size();
    }

    private record Document(String account, String key, Map<String, String> secrets) {}

    private static long archivedByAnother(SecretKey current, JdbcClient sql) {
        return archived(current, sql).size();
    }

    private static List<Document> archived(SecretKey current, JdbcClient sql) {
        return sql
                .sql(
                        "select account_id, account_key, secrets from cuenta.archived where secrets <> '{}'::jsonb for no key update")
                .query((row, index) -> new Document(
                        row.getString("account_id"),
                        row.getString("account_key"),
                        JSON.readValue(row.getString("secrets"), SEALED)))
                .list()
                .stream()
                .filter(document -> document.secrets().values().stream()
                        .anyMatch(text ->
                                !Secrets.keyOf(Base64.getDecoder().decode(text)).equals(current.id())))
                .toList();
    }

    private int resealArchive(SecretKey current, JdbcClient sql) {
        List<Document> documents = archived(current, sql);
        for (Document document : documents) {
            document.secrets()
                    .replaceAll((path, text) -> Base64.getEncoder()
                            .encodeToString(secrets.renewed(
                                    document.key(), Base64.getDecoder().decode(text))));
            sql.sql("update cuenta.archived set secrets = cast(? as jsonb) where account_id = ?")
                    .params(JSON.writeValueAsString(document.secrets()), document.account())
                    .update();
        }
        return documents.size();
    }
}
