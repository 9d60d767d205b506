package dev.cuenta.store.schema;

import dev.cuenta.store.database.Connections;
import dev.cuenta.store.statement.BriefStatement;
import dev.cuenta.store.statement.KeyBatch;
import dev.cuenta.store.statement.LockRetry;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.springframework.jdbc.core.simple.JdbcClient;

/**
 * In each account's own row the tenants to which it belongs, for row-level security: a row that says so itself is let through at a tenth
 * of the cost of asking for its membership. A trigger on memberships keeps it true.
 */
public final class TenantsOfAccounts {
    /** No field's column ends like that. */
    public static final String COLUMN = "tenants_";

    private static final String ACCOUNT = Shape.qualified(null);
    private static final String MEMBERSHIP = "cuenta.membership";
    private static final String FUNCTION = "cuenta.tenants_of_account";
    private static final String JOINING = "tenants_of_new_members";
    private static final String NOTE = "To which tenants the account belongs, as cuenta.membership says";
    private static final int BATCH = 5000;

    private final IdType keys;

    public TenantsOfAccounts(IdType keys) {
        this.keys = keys;
    }

    static String column() {
        return COLUMN + " uuid[] not null default '{}'";
    }

    /** Of a model's first revision, whose accounts have the column from the beginning. */
    public List<BriefStatement> made() {
        return Stream.concat(kept().stream(), Stream.of(note())).toList();
    }

    private List<BriefStatement> kept() {
        return List.of(function(), onLeaving(), leaving(), onJoining(), joining());
    }

    /** Tells from an installation of an earlier version, or one that was cut off while it became one of this. */
    public static boolean isMade(Catalogue catalogue) {
        return catalogue.isNoted(ACCOUNT, COLUMN, NOTE);
    }

    /** Tells from an installation of an earlier version, whose triggers went member by member. */
    public static boolean isKept(Catalogue catalogue) {
        return catalogue.hasTrigger(MEMBERSHIP, JOINING);
    }

    /** Where the column is true already. */
    public void keep(Connections connections) {
        LockRetry.together(kept(), connections);
    }

    /** Where the accounts are older than the column. Takes a while with many of them, and holds nobody up meanwhile. */
    public void make(Connections connections) {
        LockRetry.together(
                Stream.concat(
                                Stream.of(BriefStatement.alter(ACCOUNT, "add column if not exists " + column())),
                                kept().stream())
                        .toList(),
                connections);
        connections.each(sql -> {
            Optional<String> last = Optional.of(keys.beforeAll());
            while (last.isPresent()) {
                last = fill(last.get(), sql);
            }
            return sql;
        });
        LockRetry.together(List.of(note()), connections);
    }

    /** Answers with the last key of the batch; empty when none is left. */
    private Optional<String> fill(String after, JdbcClient sql) {
        String batch = "select account_id as key from " + MEMBERSHIP + " where account_id > cast(? as " + keys.sql()
                + ") group by account_id order by account_id limit ?";
        return sql.sql(KeyBatch.sql(batch, "done as (select " + FUNCTION + "(key) from batch)"))
                .params(after, BATCH)
                .query((row, index) -> Optional.ofNullable(row.getString("last")))
                .single();
    }

    /**
     * Locks the account first: of two who make it a member of two tenants at once the second sees what the first did, for each statement
     * within a function sees what was committed before it began.
     */
    private BriefStatement function() {
        return BriefStatement.of("""
                create or replace function %1$s(holder %2$s) returns void language plpgsql
                    security definer set search_path = pg_catalog, pg_temp as $tenants$
                begin
                    perform 1 from %3$s where id = holder for no key update;
                    update %3$s set %4$s = array(select tenant_id from %5$s where account_id = holder order by 1) where id = holder;
                end $tenants$""".formatted(FUNCTION, keys.sql(), ACCOUNT, COLUMN, MEMBERSHIP));
    }

    private static BriefStatement onLeaving() {
        return BriefStatement.of("""
                create or replace function %1$s() returns trigger language plpgsql as $tenants$
                begin
                    perform %1$s(old.account_id);
                    return null;
                end $tenants$""".formatted(FUNCTION));
    }

    private static BriefStatement leaving() {
        return BriefStatement.on(
                MEMBERSHIP,
                "create or replace trigger tenants_of_account after delete on " + MEMBERSHIP
                        + " for each row execute function " + FUNCTION + "()");
    }

    /** As for one account, for all that a statement made members. They are locked in one order: two that add the same must not wait for each other. */
    private static BriefStatement onJoining() {
        return BriefStatement.of("""
                create or replace function cuenta.%1$s() returns trigger language plpgsql
                    security definer set search_path = pg_catalog, pg_temp as $tenants$
                begin
                    perform 1 from %2$s where id in (select account_id from added) order by id for no key update;
                    update %2$s a set %3$s = array(select m.tenant_id from %4$s m where m.account_id = a.id order by 1)
                        where a.id in (select account_id from added);
                    return null;
                end $tenants$""".formatted(JOINING, ACCOUNT, COLUMN, MEMBERSHIP));
    }

    private static BriefStatement joining() {
        return BriefStatement.on(
                MEMBERSHIP,
                "create or replace trigger " + JOINING + " after insert on " + MEMBERSHIP
                        + " referencing new table as added for each statement execute function cuenta." + JOINING
                        + "()");
    }

    private static BriefStatement note() {
        return BriefStatement.on(ACCOUNT, "comment on column " + ACCOUNT + "." + COLUMN + " is " + Shape.literal(NOTE));
    }

    /** How many accounts do not say what their memberships say, as a query. */
    public static String untrue() {
        return "select count(*) from " + ACCOUNT + " a where a." + COLUMN + " <> array(select m.tenant_id from "
                + MEMBERSHIP + " m where m.account_id = a.id order by 1)";
    }

    /** What makes them say so. */
    public static String mended() {
        return "select " + FUNCTION + "(id) from " + ACCOUNT;
    }
}
