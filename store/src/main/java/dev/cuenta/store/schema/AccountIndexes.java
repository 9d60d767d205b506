package dev.cuenta.store.schema;

import dev.cuenta.store.statement.StatementFailed;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.springframework.jdbc.core.simple.JdbcClient;

/** Indexes of what every account has: one for each order in which lists can be asked for. */
public final class AccountIndexes {
    private static final Map<String, String> COLUMNS = new LinkedHashMap<>();

    static {
        COLUMNS.put("account_created_at", "(created_at, id)");
        COLUMNS.put("account_last_modified_at", "(last_modified_at, id)");
        COLUMNS.put("account_kind", "(kind, id)");
        COLUMNS.put("account_anonymised_at", "(anonymised_at, id) where anonymised_at is not null");
    }

    private AccountIndexes() {}

    /** Of a table that is new. */
    public static List<String> on(String table) {
        return COLUMNS.entrySet().stream()
                .map(index -> "create index if not exists " + index.getKey() + " on " + table + " " + index.getValue())
                .toList();
    }

    /** Makes those that an earlier version did not have. Takes a while with many accounts, and holds nobody up meanwhile. */
    public static void makeMissing(JdbcClient sql) {
        Catalogue catalogue = new Catalogue(sql);
        COLUMNS.forEach((name, columns) -> {
            if (catalogue.isBroken(name)) {
                StatementFailed.unless(FieldIndex.drop(name).sql(), sql);
            }
            if (!catalogue.hasIndex(name)) {
                StatementFailed.unless(
                        "create index concurrently " + name + " on " + Shape.qualified(null) + " " + columns, sql);
            }
        });
    }
}
