package dev.cuenta.store.schema;

import dev.cuenta.store.statement.BriefStatement;
import java.util.List;
import java.util.stream.Stream;

/**
 * Lets an account's version, and when it was last modified, count what stands in tables of its own and is shown with it: its roles,
 * its memberships, what is confirmed. Triggers do it, so that no statement can forget; once for each transaction. What is added is
 * counted by the statement: rows are added by the thousand when accounts are brought in.
 */
public final class VersionOfAccounts {
    private static final String ACCOUNT = Shape.qualified(null);
    private static final String FUNCTION = "cuenta.account_modified";
    private static final String TRIGGER = "account_modified";
    /** By its name it comes before the one that writes an account's tenants into its row, which counts nothing. */
    private static final String ON_INSERT = "account_modified_by_new";

    private static final String COUNTED = "set version = version + 1, last_modified_at = now()";
    private static final List<String> SHOWN = List.of("cuenta.role_given", "cuenta.membership", "cuenta.confirmed");

    private VersionOfAccounts() {}

    public static List<BriefStatement> made() {
        return Stream.concat(
                        Stream.of(function(), functionOnInsert()),
                        SHOWN.stream().flatMap(table -> Stream.of(trigger(table), triggerOnInsert(table))))
                .toList();
    }

    /** Tells from an installation of an earlier version. */
    public static boolean isMade(Catalogue catalogue) {
        return SHOWN.stream().allMatch(table -> catalogue.hasTrigger(table, ON_INSERT));
    }

    /** A row that this transaction wrote is counted already. */
    private static BriefStatement function() {
        return BriefStatement.of("""
                create or replace function %1$s() returns trigger language plpgsql
                    security definer set search_path = pg_catalog, pg_temp as $version$
                begin
                    update %2$s %3$s where id = coalesce(new.account_id, old.account_id) and xmin <> pg_current_xact_id()::xid;
                    return null;
                end $version$""".formatted(FUNCTION, ACCOUNT, COUNTED));
    }

    private static BriefStatement functionOnInsert() {
        return BriefStatement.of("""
                create or replace function cuenta.%1$s() returns trigger language plpgsql
                    security definer set search_path = pg_catalog, pg_temp as $version$
                begin
                    update %2$s %3$s where id in (select account_id from added) and xmin <> pg_current_xact_id()::xid;
                    return null;
                end $version$""".formatted(ON_INSERT, ACCOUNT, COUNTED));
    }

    private static BriefStatement trigger(String table) {
        return BriefStatement.on(
                table,
                "create or replace trigger " + TRIGGER + " after update or delete on " + table
                        + " for each row execute function " + FUNCTION + "()");
    }

    private static BriefStatement triggerOnInsert(String table) {
        return BriefStatement.on(
                table,
                "create or replace trigger " + ON_INSERT + " after insert on " + table
                        + " referencing new table as added for each statement execute function cuenta." + ON_INSERT
                        + "()");
    }
}
