package dev.cuenta.store.statement;

import java.util.List;
import java.util.stream.Stream;

/**
 * A change of shape that needs its locks only for a moment. It may not wait for them long, for whoever comes after waits behind it.
 *
 * @param tables those of the accounts on which it takes a lock that holds somebody up; qualified
 */
public record BriefStatement(String sql, List<String> tables) {
    /** One that holds nobody up. */
    public static BriefStatement of(String sql) {
        return new BriefStatement(sql, List.of());
    }

    public static BriefStatement on(String table, String sql) {
        return new BriefStatement(sql, List.of(table));
    }

    public static BriefStatement alter(String table, String action) {
        return on(table, "alter table " + table + " " + action);
    }

    /** The same, where it locks another table as well. */
    public BriefStatement and(String table) {
        return new BriefStatement(
                sql, Stream.concat(tables.stream(), Stream.of(table)).distinct().toList());
    }

    /** The same with more behind it. */
    public BriefStatement with(String more) {
        return new BriefStatement(sql + more, tables);
    }
}
