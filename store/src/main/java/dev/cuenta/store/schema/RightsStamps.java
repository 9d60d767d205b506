package dev.cuenta.store.schema;

import dev.cuenta.store.statement.BriefStatement;
import java.util.List;

/**
 * A number that rises whenever what an account may do can have changed, so that whoever keeps an answer can tell whether it is older than
 * another. It is a sum: of the grants and memberships there are, of the moments in them that have passed, of how often the account's
 * tenants changed what membership is worth, and of what stands in the account's own row, which makes up for whatever is taken out of the
 * sum again. So nothing is written when something is given, and a role that starts or ends by itself raises the number by itself.
 */
public final class RightsStamps {
    /** No field's column ends like that. */
    public static final String COLUMN = "rights_stamp_";

    private static final String ACCOUNT = Shape.qualified(null);
    private static final String GRANT = "cuenta.role_given";
    private static final String MEMBERSHIP = "cuenta.membership";
    private static final String FUNCTION = "cuenta.rights_stamp";
    private static final String TRIGGER = "rights_taken";

    /** Microseconds when the row came into being: one who comes back under the same id has a higher number than before. */
    private static final String START = "(extract(epoch from clock_timestamp()) * 1000000)::bigint";

    /** A grant counts once, and once for each of the two moments in it. */
    private static final int WORTH_OF_GRANT = 3;
    /** More than a tenant can be changed by others who are not done yet. */
    private static final int UNSEEN = 10;

    private final IdType keys;

    public RightsStamps(IdType keys) {
        this.keys = keys;
    }

    static String column() {
        return COLUMN + " bigint not null default " + START;
    }

    /** The number of the account with that key, but for the revision. */
    public static String of(String key) {
        return FUNCTION + "(" + key + ")";
    }

    /** Tells from an installation of an earlier version. */
    public static boolean isMade(Catalogue catalogue) {
        return catalogue.hasTrigger(GRANT, TRIGGER);
    }

    /** Of a model's first revision, whose accounts have the column from the beginning. */
    public List<BriefStatement> made() {
        return List.of(
                function(),
                taking("role_taken", WORTH_OF_GRANT),
                taking("membership_taken", 1),
                trigger(GRANT, "update or delete", "role_taken"),
                trigger(MEMBERSHIP, "delete", "membership_taken"));
    }

    /** Where the accounts are older than the column. What is there already keeps a constant, so that nothing is rewritten. */
    public List<BriefStatement> added() {
        return List.of(
                BriefStatement.alter(ACCOUNT, "add column if not exists " + COLUMN + " bigint not null default 0"),
                BriefStatement.alter(ACCOUNT, "alter column " + COLUMN + " set default " + START));
    }

    /** By the owner's right: whoever is limited to one tenant is told the same number as everybody. */
    private BriefStatement function() {
        return BriefStatement.of("""
                create or replace function %1$s(holder %2$s) returns bigint language plpgsql stable
                    security definer set search_path = pg_catalog, pg_temp as $stamp$
                begin
                    return (select a.%3$s
                        + (select count(*) + count(*) filter (where g.starts_at <= now()) + count(*) filter (where g.ends_at <= now())
                            + coalesce(sum(t.rights_stamp), 0)::bigint
                           from %4$s g left join cuenta.tenant t on t.id = g.tenant_id where g.account_id = holder)
                        + (select count(*) + coalesce(sum(t.rights_stamp), 0)::bigint
                           from %5$s m join cuenta.tenant t on t.id = m.tenant_id where m.account_id = holder)
                        from %6$s a where a.id = holder);
                end $stamp$""".formatted(FUNCTION, keys.sql(), COLUMN, GRANT, MEMBERSHIP, ACCOUNT));
    }

    /** Makes up for a row that counted so much, and more. */
    private static BriefStatement taking(String function, int worth) {
        return BriefStatement.of("""
                create or replace function cuenta.%1$s() returns trigger language plpgsql
                    security definer set search_path = pg_catalog, pg_temp as $taken$
                begin
                    update %2$s set %3$s = %3$s + %4$d
                        + coalesce((select t.rights_stamp from cuenta.tenant t where t.id = old.tenant_id), 0)
                        where id = old.account_id;
                    return null;
                end $taken$""".formatted(function, ACCOUNT, COLUMN, worth + 1 + UNSEEN));
    }

    /** By its name it comes after the triggers that count the version, which leave alone a row that their transaction has written. */
    private static BriefStatement trigger(String table, String event, String function) {
        return BriefStatement.on(
                table,
                "create or replace trigger " + TRIGGER + " after " + event + " on " + table
                        + " for each row execute function cuenta." + function + "()");
    }
}
