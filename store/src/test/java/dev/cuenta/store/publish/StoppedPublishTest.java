package dev.cuenta.store.publish;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowable;

import dev.cuenta.store.database.DatabaseTest;
import dev.cuenta.store.live.Control;
import dev.cuenta.store.live.Revision;
import dev.cuenta.store.live.Step;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/**
 * A publish that is stopped, at whatever moment and by whatever: until the swap, everything is as it was before; after it, the
 * publish ends once it may go on.
 */
class StoppedPublishTest extends DatabaseTest {
    /** Some of them have values that are too long for narrower rules. */
    private static final int ACCOUNTS = 1020;

    private void begin(PublishCase publish) {
        database.publish(publish.before());
        publish.fill(database, ACCOUNTS);
    }

    /** All that is stored of the accounts, and in what. */
    private List<String> records() {
        List<String> records = new ArrayList<>(shape());
        records.addAll(strings("select md5(string_agg(a::text, ' ' order by number)) from accounts.account a"));
        records.addAll(
                strings(
                        "select relname::text from pg_class where relnamespace = 'cuenta'::regnamespace and relkind in ('r', 'i') order by 1"));
        return records;
    }

    @ParameterizedTest
    @EnumSource(PublishCase.class)
    void it_can_be_cancelled_at_every_step_until_the_swap(PublishCase publish) {
        begin(publish);
        List<String> before = records();
        for (Step step : List.of(Step.FILL, Step.PROVE, Step.SWAP)) {
            haltBefore(step.toString(), "cancel");
            database.publish(publish.after());
            goOn();

            assertThat(database.latest().state()).as("before %s", step).isEqualTo(Revision.CANCELLED);
            assertThat(records()).as("before %s", step).containsExactlyElementsOf(before);
        }
        database.publish(publish.after());
        assertEnded(publish);
    }

    @ParameterizedTest
    @EnumSource(PublishCase.class)
    void whatever_statement_is_refused_it_ends_and_says_which(PublishCase publish) {
        begin(publish);
        List<String> before = records();
        countStatements();
        int refused = 0;
        do {
            refuse(++refused);
            if (database.latest().step() == Step.CONTRACT) {
                database.revisions().control(database.latest().number(), Control.RUN);
                catchThrowable(() -> database.publisher().carryOn());
            } else {
                assertThat(records()).containsExactlyElementsOf(before);
                catchThrowable(() -> database.publish(publish.after()));
            }
            if (database.latest().step() == Step.CONTRACT && database.latest().failure() != null) {
                assertThat(database.latest().control()).isEqualTo(Control.PAUSE);
                assertThat(database.latest().failure()).contains("(SQLSTATE 42501)", "cuenta model resume");
            } else if (database.latest().state().equals(Revision.CANCELLED)) {
                assertThat(database.latest().failure())
                        .contains("stopped at `", "(SQLSTATE 42501)", "Everything is as it was before.");
            }
        } while (database.latest().step() != Step.DONE
                || database.latest().state().equals(Revision.CANCELLED));
        assertThat(refused).isGreaterThan(1);
        database.sql().sql("drop event trigger count_statement").update();
        assertEnded(publish);
    }

    @Test
    void what_wider_rules_would_give_back_waits_until_nobody_can_cancel_any_more() {
        begin(PublishCase.NARROW);
        database.publish(PublishCase.NARROW.after());
        List<String> narrow = records();
        assertThat(narrow).isNotEmpty();
        cancelled(PublishCase.NARROW.before());

        assertThat(records()).containsExactlyElementsOf(narrow);
        database.publish(PublishCase.NARROW.before());
        assertThat(strings("select count(*)::text from accounts.account where berth = 'B' || number"))
                .containsExactly(String.valueOf(ACCOUNTS));
    }

    private void assertEnded(PublishCase publish) {
        database.live().refresh();
        assertThat(database.latest().state()).isEqualTo(Revision.LIVE);
        assertThat(differences(publish.after())).isEmpty();
        assertThat(
                        strings(
                                "select relname::text from pg_class where relname ~ '_r[0-9]+' and relkind = 'r'"
                                        + " union all select proname::text from pg_proc where proname ~ '_r[0-9]+' and pronamespace <> 'pg_catalog'::regnamespace"))
                .isEmpty();
        assertThat(database.sql()
                        .sql("select count(*) from accounts.account where "
                                + publish.right(database.latest().number()))
                        .query(Long.class)
                        .single())
                .isEqualTo(ACCOUNTS);
    }

    private void countStatements() {
        database.sql().sql("create sequence public.statements").update();
        database.sql().sql("""
                create function public.count_statement() returns event_trigger language plpgsql as $$
                begin
                    if current_query() not like '%temporary%' and nextval('public.statements') = 0 then
                        raise exception 'no' using errcode = '42501';
                    end if;
                end $$""").update();
        database.sql()
                .sql(
                        "create event trigger count_statement on ddl_command_start when tag in ('ALTER TABLE', 'CREATE TABLE', 'CREATE INDEX', 'CREATE FUNCTION', 'CREATE TRIGGER', 'DROP INDEX', 'COMMENT') execute function public.count_statement()")
                .update();
    }

    /** The so-many-th change of shape from now on, and no other. */
    private void refuse(int nth) {
        database.sql()
                .sql("alter sequence public.statements minvalue -1000 restart with " + (1 - nth))
                .update();
    }
}
