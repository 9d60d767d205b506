package dev.cuenta.store.compare;

import dev.cuenta.core.model.IdScheme;
import dev.cuenta.store.database.Connections;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import org.springframework.jdbc.core.simple.JdbcClient;

/** Measures on this database, in temporary tables that go with their transaction, what ids of each scheme cost. */
public final class IdCosts {
    private static final int BATCHES = 10;

    /**
     * What one scheme costs.
     *
     * @param locality 1 when neighbours in time are neighbours in the index, 0 when they are scattered over all of it
     * @param guessable whether one id tells others
     */
    public record Cost(
            String scheme,
            long tableBytes,
            long indexBytes,
            long insertsPerSecond,
            double locality,
            boolean guessable) {}

    private final Connections connections;

    public IdCosts(Connections connections) {
        this.connections = connections;
    }

    /** One for each scheme, in the order of {@link IdScheme}. */
    public List<Cost> measure(int rows) {
        List<Cost> costs = new ArrayList<>();
        for (IdScheme scheme : IdScheme.values()) {
            costs.add(connections.together(sql -> measure(scheme, rows, sql)));
        }
        return costs;
    }

    private static Cost measure(IdScheme scheme, int rows, JdbcClient sql) {
        String type = scheme == IdScheme.SEQUENCE ? "bigint" : "uuid";
        sql.sql("create temporary table measured (id " + type + " primary key, email text not null) on commit drop")
                .update();
        long begun = System.nanoTime();
        int batch = Math.max(1, rows / BATCHES);
        for (int done = 0; done < rows; done += batch) {
            sql.sql("insert into measured select " + made(scheme)
                            + ", 'boater' || i || '@post.example' from generate_series(?::bigint, ?::bigint) i")
                    .params(done + 1, Math.min(rows, done + batch))
                    .update();
        }
        long nanos = Math.max(1, System.nanoTime() - begun);
        sql.sql("analyze measured").update();
        return sql.sql("""
                        select pg_table_size('measured') as table_bytes, pg_relation_size('measured_pkey') as index_bytes,
                            (select coalesce(abs(correlation), 1) from pg_stats where tablename = 'measured' and attname = 'id') as locality""")
                .query((row, index) -> new Cost(
                        scheme.name().toLowerCase(Locale.ROOT),
                        row.getLong("table_bytes"),
                        row.getLong("index_bytes"),
                        rows * 1_000_000_000L / nanos,
                        Math.round(row.getDouble("locality") * 100) / 100.0,
                        scheme == IdScheme.SEQUENCE))
                .single();
    }

    /** As the service makes them, a thousand in each millisecond. */
    private static String made(IdScheme scheme) {
        return switch (scheme) {
            case UUID7 ->
                "cast(lpad(to_hex(1700000000000 + i / 1000), 12, '0') || '7' || lpad(to_hex(i % 1000), 3, '0') || '8' || substr(md5(cast(random() as text)), 1, 15) as uuid)";
            case UUID4 -> "gen_random_uuid()";
            case SEQUENCE -> "i";
        };
    }

    /** What the figures mean, in words. */
    public static List<String> inWords(List<Cost> costs) {
        Cost timeOrdered = of(IdScheme.UUID7, costs);
        Cost random = of(IdScheme.UUID4, costs);
        Cost counting = of(IdScheme.SEQUENCE, costs);
        return List.of(
                "uuid7 keeps the order of time (locality " + timeOrdered.locality()
                        + "): new accounts land at the end of the index, and nobody can guess a neighbour's id.",
                "uuid4 scatters (locality " + random.locality() + "): its index is "
                        + times(random.indexBytes(), timeOrdered.indexBytes())
                        + " times as large as uuid7's and inserts run at "
                        + times(random.insertsPerSecond(), timeOrdered.insertsPerSecond())
                        + " times its rate; the gap grows when the index no longer fits into memory.",
                "sequence is the smallest (index " + times(counting.indexBytes(), timeOrdered.indexBytes())
                        + " times uuid7's), but everyone who has an id knows how many came before, and can try them.");
    }

    private static Cost of(IdScheme scheme, List<Cost> costs) {
        String name = scheme.name().toLowerCase(Locale.ROOT);
        return costs.stream()
                .filter(cost -> cost.scheme().equals(name))
                .findFirst()
                .orElseThrow();
    }

    private static String times(long one, long other) {
        return String.format(Locale.ROOT, "%.2f", (double) one / Math.max(1, other));
    }
}
