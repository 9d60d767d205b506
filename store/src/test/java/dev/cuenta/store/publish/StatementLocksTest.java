package dev.cuenta.store.publish;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.store.database.DatabaseTest;
import dev.cuenta.store.live.Revision;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/**
 * PostgreSQL itself says on which tables a statement takes locks that hold others up; whoever wrote the statement has to have said so
 * too, for the vacuum of a table is waited for only where its lock is announced.
 */
class StatementLocksTest extends DatabaseTest {
    @ParameterizedTest
    @EnumSource(PublishCase.class)
    void a_statement_says_which_tables_it_locks(PublishCase publish) {
        watch();
        database.publish(publish.before());
        publish.fill(database, 20);
        haltBefore("swap", "cancel");
        database.publish(publish.after());
        goOn();
        database.publish(publish.after());

        assertThat(database.latest().state()).isEqualTo(Revision.LIVE);
        assertThat(strings("select count(*) > 3 from public.locked where announced"))
                .containsExactly("t");
        assertThat(strings("select distinct held || ' by ' || statement from public.locked where not announced"))
                .isEmpty();
    }

    /**
     * What is announced is locked in the mode share update exclusive first. A table that the transaction makes holds nobody up, and what
     * runs outside of one may wait.
     */
    private void watch() {
        database.sql()
                .sql("create table public.locked (held text, statement text, announced boolean)")
                .update();
        database.sql().sql("""
                create function public.note_locks() returns event_trigger language plpgsql as $$
                begin
                    if current_query() like '%concurrently%' or current_query() like '%validate constraint%'
                            or current_query() like '% halt %' or current_query() like '%temporary%' then
                        return;
                    end if;
                    insert into public.locked
                    select relation::regclass::text, current_query(), exists (
                        select from pg_locks said where said.pid = pg_backend_pid() and said.relation = held.relation
                        and said.mode = 'ShareUpdateExclusiveLock')
                    from pg_locks held join pg_class c on c.oid = held.relation
                    where held.pid = pg_backend_pid() and held.granted and c.relkind = 'r'
                        and held.mode in ('ShareLock', 'ShareRowExclusiveLock', 'ExclusiveLock', 'AccessExclusiveLock')
                        and c.relnamespace in ('accounts'::regnamespace, 'cuenta'::regnamespace)
                        and c.xmin <> pg_current_xact_id()::xid;
                end $$""").update();
        database.sql()
                .sql("create event trigger note_locks on ddl_command_end execute function public.note_locks()")
                .update();
    }
}
