package dev.cuenta.store.revision;

import java.util.List;
import java.util.stream.Stream;

/**
 * Lets an account's version, and when it was last modified, count what stands in tables of its own and is shown with it: its roles,
 * its memberships, what is confirmed. Triggers do it, so that no statement can forget; once for each transaction.
 */
final class VersionOfAccounts {
    private static final String ACCOUNT = Shape.qualified(null);
    private static final String FUNCTION = "cuenta.account_modified";
    private static final String TRIGGER = "account_modified";
    private static final List<String> SHOWN = List.of("cuenta.role_given", "cuenta.membership", "cuenta.confirmed");

    private VersionOfAccounts() {}

    static List<BriefStatement> made() {
        return Stream.concat(Stream.of(function()), SHOWN.stream().map(VersionOfAccounts::trigger))
                .toList();
    }

    /** Tells from an installation of an earlier version. */
    static boolean isMade(Catalogue catalogue) {
        return SHOWN.stream().allMatch(table -> catalogue.hasTrigger(table, TRIGGER));
    }

    /**
     * A row that this transaction wrote is counted already. By the name of its trigger the function comes before the one that
     * writes an account's tenants into its row, which counts nothing.
     */
    private static BriefStatement function() {
        return BriefStatement.of("""
                create or replace function %1$s() returns trigger language plpgsql
                    security definer set search_path = pg_catalog, pg_temp as $version$
                begin
                    update %2$s set version = version + 1, last_modified_at = now()
                        where id = coalesce(new.account_id, old.account_id) and xmin <> pg_current_xact_id()::xid;
                    return null;
                end $version$""".formatted(FUNCTION, ACCOUNT));
    }

    private static BriefStatement trigger(String table) {
        return BriefStatement.on(
                table,
                "create or replace trigger " + TRIGGER + " after insert or update or delete on " + table
                        + " for each row execute function " + FUNCTION + "()");
    }
}
