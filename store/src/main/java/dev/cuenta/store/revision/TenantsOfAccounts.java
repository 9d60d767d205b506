package dev.cuenta.store.revision;

import dev.cuenta.store.database.Connections;
import java.util.List;
import java.util.Optional;
import org.springframework.jdbc.core.simple.JdbcClient;

/**
 * In each account's own row the tenants to which it belongs, for row-level security: a row that says so itself is let through at a tenth
 * of the cost of asking for its membership. A trigger on memberships keeps it true.
 */
final class TenantsOfAccounts {
    /** No field's column ends like that. */
    static final String COLUMN = "tenants_";

    private static final String ACCOUNT = Shape.qualified(null);
    private static final String MEMBERSHIP = "cuenta.membership";
    private static final String FUNCTION = "cuenta.tenants_of_account";
    private static final String NOTE = "To which tenants the account belongs, as cuenta.membership says";
    private static final int BATCH = 5000;

    private final IdType keys;

    TenantsOfAccounts(IdType keys) {
        this.keys = keys;
    }

    static String column() {
        return COLUMN + " uuid[] not null default '{}'";
    }

    /** Of a model's first revision, whose accounts have the column from the beginning. */
    List<BriefStatement> made() {
        return List.of(function(), onMembership(), trigger(), note());
    }

    /** Tells from an installation of an earlier version, or one that was cut off while it became one of this. */
    static boolean isMade(Catalogue catalogue) {
        return catalogue.isNoted(ACCOUNT, COLUMN, NOTE);
    }

    /** Where the accounts are older than the column. Takes a while with many of them, and holds nobody up meanwhile. */
    void make(Connections connections) {
        Patience.together(
                List.of(
                        BriefStatement.alter(ACCOUNT, "add column if not exists " + column()),
                        function(),
                        onMembership(),
                        trigger()),
                connections);
        connections.each(sql -> {
            Optional<String> last = Optional.of(keys.beforeAll());
            while (last.isPresent()) {
                last = fill(last.get(), sql);
            }
            return sql;
        });
        Patience.together(List.of(note()), connections);
    }

    /** Answers with the last key of the batch; empty when none is left. */
    private Optional<String> fill(String after, JdbcClient sql) {
        String batch = "select account_id as key from " + MEMBERSHIP + " where account_id > cast(? as " + keys.sql()
                + ") group by account_id order by account_id limit ?";
        return sql.sql(Fills.batch(batch, "done as (select " + FUNCTION + "(key) from batch)"))
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

    private static BriefStatement onMembership() {
        return BriefStatement.of("""
                create or replace function %1$s() returns trigger language plpgsql as $tenants$
                begin
                    perform %1$s(coalesce(new.account_id, old.account_id));
                    return null;
                end $tenants$""".formatted(FUNCTION));
    }

    private static BriefStatement trigger() {
        return BriefStatement.on(
                MEMBERSHIP,
                "create or replace trigger tenants_of_account after insert or delete on " + MEMBERSHIP
                        + " for each row execute function " + FUNCTION + "()");
    }

    private static BriefStatement note() {
        return BriefStatement.on(ACCOUNT, "comment on column " + ACCOUNT + "." + COLUMN + " is " + Shape.literal(NOTE));
    }

    /** How many accounts do not say what their memberships say, as a query. */
    static String untrue() {
        return "select count(*) from " + ACCOUNT + " a where a." + COLUMN + " <> array(select m.tenant_id from "
                + MEMBERSHIP + " m where m.account_id = a.id order by 1)";
    }

    /** What makes them say so. */
    static String mended() {
        return "select " + FUNCTION + "(id) from " + ACCOUNT;
    }
}
