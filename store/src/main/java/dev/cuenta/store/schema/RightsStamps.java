package dev.cuenta.store.schema;

import dev.cuenta.store.statement.BriefStatement;
import java.util.List;

/**
 * A number that rises whenever what an account may do can have changed, so that whoever keeps an answer can tell whether it is older than
 * another. Most of it stands in the account's own row and is counted there by triggers when a role or a membership comes, changes or goes.
 * What happens to many at once, or by itself, is added when it is asked for: how often the account's tenants changed what membership is
 * worth, and how many moments have passed at which its roles start and end.
 */
public final class RightsStamps {
    /** No field's column ends like that. */
    public static final String COLUMN = "rights_stamp_";

    private static final String ACCOUNT = Shape.qualified(null);
    private static final String GRANT = "cuenta.role_given";
    private static final String MEMBERSHIP = "cuenta.membership";
    private static final String FUNCTION = "cuenta.rights_stamp";
    private static final String GIVEN = "rights_given";
    private static final String TAKEN = "rights_taken";

    /** Of a grant that has moments. */
    static final String TIMED = "starts_at is not null or ends_at is not null";

    /** Microseconds when the row came into being: one who comes back under the same id has a higher number than before. */
    private static final String START = "(extract(epoch from clock_timestamp()) * 1000000)::bigint";

    /** What passes with a grant that goes: the two moments in it. */
    private static final int MOMENTS = 2;
    /** More than a tenant can be changed by others who are not done yet. */
    private static final int UNSEEN = 10;

    private final IdType keys;

    public RightsStamps(IdType keys) {
        this.keys = keys;
    }

    static String column() {
        return COLUMN + " bigint not null default " + START;
    }

    /** The number, but for the revision, of the account with that key. */
    public static String of(String key) {
        return FUNCTION + "(" + key + ")";
    }

    /** The same of an account whose row is read anyway, under that name. */
    public static String ofRow(String row) {
        return FUNCTION + "(%1$s.id, %1$s.%2$s, %1$s.%3$s)".formatted(row, COLUMN, TenantsOfAccounts.COLUMN);
    }

    /** Tells from an installation of an earlier version. */
    public static boolean isMade(Catalogue catalogue) {
        return catalogue.hasTrigger(GRANT, TAKEN);
    }

    /** Of a model's first revision, whose accounts have the column from the beginning. */
    public List<BriefStatement> made() {
        return List.of(
                ofRow(),
                ofKey(),
                given(),
                taken("role_taken", MOMENTS + 1),
                taken("membership_taken", 1),
                onInsert(GRANT),
                onInsert(MEMBERSHIP),
                onTaking(GRANT, "update or delete", "role_taken"),
                onTaking(MEMBERSHIP, "delete", "membership_taken"));
    }

    /** Where the accounts are older than the column. What is there already keeps a constant, so that nothing is rewritten. */
    public List<BriefStatement> added() {
        return List.of(
                BriefStatement.alter(ACCOUNT, "add column if not exists " + COLUMN + " bigint not null default 0"),
                BriefStatement.alter(ACCOUNT, "alter column " + COLUMN + " set default " + START));
    }

    /** By the owner's right: whoever is limited to one tenant is told the same number as everybody. Mostly neither is there. */
    private BriefStatement ofRow() {
        return BriefStatement.of("""
                create or replace function %1$s(holder %2$s, counted bigint, tenants uuid[]) returns bigint language plpgsql stable
                    security definer set search_path = pg_catalog, pg_temp as $stamp$
                declare
                    stamp bigint := counted;
                begin
                    if exists (select from %3$s where account_id = holder and (%4$s)) then
                        stamp := stamp + (select count(*) filter (where starts_at <= now()) + count(*) filter (where ends_at <= now())
                            from %3$s where account_id = holder);
                    end if;
                    if exists (select from cuenta.tenant where id = any(tenants) and rights_stamp > 0) then
                        stamp := stamp + (select sum(rights_stamp) from cuenta.tenant where id = any(tenants));
                    end if;
                    return stamp;
                end $stamp$""".formatted(FUNCTION, keys.sql(), GRANT, TIMED));
    }

    private BriefStatement ofKey() {
        return BriefStatement.of("""
                create or replace function %1$s(holder %2$s) returns bigint language plpgsql stable
                    security definer set search_path = pg_catalog, pg_temp as $stamp$
                begin
                    return (select %3$s from %4$s a where a.id = holder);
                end $stamp$""".formatted(FUNCTION, keys.sql(), ofRow("a"), ACCOUNT));
    }

    /** But for accounts that came into being in this transaction: nobody has seen their number. */
    private static BriefStatement given() {
        return BriefStatement.of("""
                create or replace function cuenta.%1$s() returns trigger language plpgsql
                    security definer set search_path = pg_catalog, pg_temp as $given$
                begin
                    update %2$s set %3$s = %3$s + 1 where id in (select account_id from added)
                        and not (xmin = pg_current_xact_id()::xid and %3$s >= extract(epoch from now()) * 1000000);
                    return null;
                end $given$""".formatted(GIVEN, ACCOUNT, COLUMN));
    }

    /** Makes up for what passes with the row, and more. */
    private static BriefStatement taken(String function, int worth) {
        return BriefStatement.of("""
                create or replace function cuenta.%1$s() returns trigger language plpgsql
                    security definer set search_path = pg_catalog, pg_temp as $taken$
                begin
                    update %2$s set %3$s = %3$s + %4$d
                        + coalesce((select t.rights_stamp from cuenta.tenant t where t.id = old.tenant_id), 0)
                        where id = old.account_id;
                    return null;
                end $taken$""".formatted(function, ACCOUNT, COLUMN, worth + UNSEEN));
    }

    /** By their names both come after the triggers that count the version, which leave alone a row that their transaction has written. */
    private static BriefStatement onInsert(String table) {
        return BriefStatement.on(
                table,
                "create or replace trigger " + GIVEN + " after insert on " + table
                        + " referencing new table as added for each statement execute function cuenta." + GIVEN + "()");
    }

    private static BriefStatement onTaking(String table, String event, String function) {
        return BriefStatement.on(
                table,
                "create or replace trigger " + TAKEN + " after " + event + " on " + table
                        + " for each row execute function cuenta." + function + "()");
    }
}
