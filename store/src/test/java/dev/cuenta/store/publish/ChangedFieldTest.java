package dev.cuenta.store.publish;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowableOfType;
import static org.assertj.core.api.Assertions.tuple;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.account.Scope;
import dev.cuenta.core.model.FieldPath;
import dev.cuenta.core.model.Models;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.revision.Change;
import dev.cuenta.core.revision.Diff;
import dev.cuenta.core.revision.Effect;
import dev.cuenta.store.account.Accounts;
import dev.cuenta.store.account.ChangeGuard;
import dev.cuenta.store.account.NewAccount;
import dev.cuenta.store.database.DatabaseTest;
import dev.cuenta.store.live.Control;
import dev.cuenta.store.live.LiveRevisions;
import dev.cuenta.store.live.Revision;
import dev.cuenta.store.live.Step;
import dev.cuenta.store.live.Work;
import java.time.Instant;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.atomic.AtomicInteger;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.ValueSource;

/** What becomes of stored values when their field changes, on real PostgreSQL and while another instance goes on writing. */
class ChangedFieldTest extends DatabaseTest {
    @Test
    void a_renamed_field_keeps_its_values_and_its_rules() {
        database.publish(with("berth: { type: string, maxLength: 5, uniqueness: server, search: true }"));
        AccountId ines = account("ines", "B07");
        Diff diff = database.publish(
                with("place: { type: string, maxLength: 5, uniqueness: server, search: true, formerly: berth }"));

        assertThat(diff.changes()).extracting(Change::name).containsExactly("field-renamed:place");
        assertThat(value(ines, "place")).isEqualTo("B07");
        assertThat(columns()).contains("place").doesNotContain("berth", "kept_r2_berth");
        assertThat(constraints()).contains("account_place_length").doesNotContain("account_berth_length");
        assertThat(indexes()).contains("account_place_unique", "account_place_search");
        assertThat(indexes()).doesNotContain("account_berth_unique", "account_berth_search");
        assertThat(catchThrowableOfType(Problem.class, () -> account("noor", "b07"))
                        .violations())
                .hasSize(1);
        assertThat(leftBehind()).isEmpty();
    }

    @Test
    void a_rename_can_be_taken_back_by_publishing_the_earlier_file() {
        String before = with("berth: { type: string }");
        database.publish(before);
        AccountId ines = account("ines", "B07");
        database.publish(with("place: { type: string, formerly: berth }"));
        Diff back = database.publish(before);

        assertThat(back.changes()).extracting(Change::name).containsExactly("field-renamed:berth");
        assertThat(value(ines, "berth")).isEqualTo("B07");
    }

    @Test
    void a_rename_to_a_list_is_taken_back_with_the_values_that_were_kept() {
        String before = with("website: { type: url }");
        database.publish(before);
        AccountId ines = account("ines", "https://ines.example/");
        database.publish(with("links: { type: url, multiValued: true, formerly: website }"));
        assertThat(value(ines, "links")).isEqualTo(List.of("https://ines.example/"));
        Diff back = database.publish(before);

        assertThat(back.changes())
                .extracting(Change::name)
                .containsExactly("field-removed:links", "field-restored:website");
        assertThat(value(ines, "website")).isEqualTo("https://ines.example/");
        assertThat(leftBehind()).isEmpty();
    }

    @Test
    void a_renamed_reference_keeps_its_rule_under_the_new_name() {
        database.publish(with("skipper: { type: account }"));
        database.publish(with("captain: { type: account, formerly: skipper }"));

        assertThat(constraints()).contains("account_captain_reference").doesNotContain("account_skipper_reference");
        assertThat(leftBehind()).isEmpty();
    }

    @Test
    void two_fields_can_swap_their_names() {
        database.publish(with("bow: { type: string }\n  stern: { type: string }"));
        AccountId ines = database.live()
                .with(revision -> revision.write(
                        Scope.EVERYWHERE,
                        work -> insert(work, Map.of("email", "ines@marea.example", "bow", "red", "stern", "green"))));
        database.publish(with("port: { type: string, formerly: bow }\n  stern: { type: string }"));

        assertThat(value(ines, "port")).isEqualTo("red");
        assertThat(value(ines, "stern")).isEqualTo("green");
    }

    /** The old revision writes the old name, the new one the new name, and the column is renamed under the new one's feet. */
    @Test
    void instances_of_both_revisions_go_on_while_a_field_is_renamed() throws Exception {
        database.publish(with("berth: { type: string }"));
        LiveRevisions another = database.anotherInstance();
        LiveRevisions behind = database.anotherInstance();
        Thread publish = publishing(with("place: { type: string, formerly: berth }"));
        awaitStep("drain");

        AccountId old = another.with(revision -> revision.write(
                Scope.EVERYWHERE, work -> insert(work, Map.of("email", "old@marea.example", "berth", "A01"))));
        behind.refresh();
        AccountId fresh = behind.with(revision -> revision.write(
                Scope.EVERYWHERE, work -> insert(work, Map.of("email", "new@marea.example", "place", "A02"))));
        another.refresh();
        publish.join(20_000);

        // It has not looked since the column got its name: the transaction is repeated with the new one.
        assertThat(seen(behind, old, "place")).isEqualTo("A01");
        assertThat(value(fresh, "place")).isEqualTo("A02");
        assertThat(database.latest().step()).isEqualTo(Step.DONE);
        another.close();
        behind.close();
    }

    @Test
    void a_changed_type_converts_what_fits_and_keeps_the_rest_aside() {
        database.publish(with("metres: { type: string }"));
        Map<String, AccountId> accounts = accounts(Map.of("a", "12", "b", " 7 ", "c", "long", "d", "3.50"));
        Diff diff = database.diff(with("metres: { type: integer, min: 1 }"));
        Change change = diff.changes().get(0);

        assertThat(change.name()).isEqualTo("type-changed:metres");
        assertThat(change.effect()).isEqualTo(Effect.NARROWING);
        assertThat(change.records()).isEqualTo(2);
        assertThat(change.examples()).containsExactlyInAnyOrder("long", "3.50");

        database.publish(with("metres: { type: integer, min: 1 }"));
        assertThat(value(accounts.get("a"), "metres")).isEqualTo(12L);
        assertThat(value(accounts.get("b"), "metres")).isEqualTo(7L);
        assertThat(value(accounts.get("c"), "metres")).isNull();
        assertThat(columns()).contains("metres", "kept_r2_metres").doesNotContain("next_r2_metres");
        assertThat(constraints()).contains("account_metres_range");
        assertThat(database.sql()
                        .sql("select kept_r2_metres from accounts.account where kept_r2_metres is not null order by 1")
                        .query(String.class)
                        .list())
                .containsExactlyInAnyOrder("12", " 7 ", "long", "3.50");
        assertThat(leftBehind()).isEmpty();
    }

    @Test
    void a_type_that_is_taken_back_gives_the_originals_back_where_nobody_changed_them_since() {
        String before = with("metres: { type: string }");
        database.publish(before);
        Map<String, AccountId> accounts = accounts(Map.of("a", "12", "b", " 7 ", "c", "long", "d", "3"));
        database.publish(with("metres: { type: integer }"));
        database.sql()
                .sql("update accounts.account set metres = 13 where email = 'a@marea.example'")
                .update();
        database.sql()
                .sql("update accounts.account set metres = null where email = 'd@marea.example'")
                .update();
        database.publish(before);

        assertThat(value(accounts.get("a"), "metres")).isEqualTo("13");
        assertThat(value(accounts.get("b"), "metres")).isEqualTo(" 7 ");
        assertThat(value(accounts.get("c"), "metres")).isEqualTo("long");
        assertThat(value(accounts.get("d"), "metres")).isNull();
    }

    @Test
    void limits_that_are_taken_back_give_back_what_they_had_put_aside() {
        String before = with("metres: { type: string, maxLength: 9 }");
        database.publish(before);
        Map<String, AccountId> accounts = accounts(Map.of("a", "twelve", "b", "seven", "c", "9"));
        database.publish(with("metres: { type: string, maxLength: 2 }"));
        assertThat(value(accounts.get("a"), "metres")).isNull();
        database.sql()
                .sql("update accounts.account set metres = '7' where email = 'b@marea.example'")
                .update();
        Diff back = database.publish(before);

        assertThat(back.changes())
                .extracting(Change::name, Change::effect, Change::records)
                .containsExactly(tuple("limits-widened:metres", Effect.BACKFILL, 1L));
        assertThat(value(accounts.get("a"), "metres")).isEqualTo("twelve");
        assertThat(value(accounts.get("b"), "metres")).isEqualTo("7");
        assertThat(value(accounts.get("c"), "metres")).isEqualTo("9");
    }

    /** More than one batch, and keys whose order as texts is another than their own. */
    @Test
    void every_value_is_converted_where_ids_are_numbers() {
        String before = with("metres: { type: string }").replace("name: marea", "name: marea\nid: sequence");
        database.publish(before);
        database.sql().sql("""
                insert into accounts.account (id, kind, created_at, last_modified_at, version, email, metres)
                select i, 'account', now(), now(), 1, 'boat' || i || '@marea.example', i % 60
                from generate_series(1, 1500) i""").update();
        database.publish(before.replace("metres: { type: string }", "metres: { type: integer }"));

        assertThat(database.sql()
                        .sql("select count(metres) from accounts.account where metres = id % 60")
                        .query(Long.class)
                        .single())
                .isEqualTo(1500);
    }

    @Test
    void a_required_field_with_another_type_gets_what_is_said_for_existing_records() {
        database.publish(with("metres: { type: string, uniqueness: none }"));
        Map<String, AccountId> accounts = accounts(Map.of("a", "12", "b", "long"));
        AccountId without = account("without", null);
        database.publish(with("metres: { type: integer, required: true, existing: 9, write: [guest] }"));

        assertThat(value(accounts.get("a"), "metres")).isEqualTo(12L);
        assertThat(value(accounts.get("b"), "metres")).isEqualTo(9L);
        assertThat(value(without, "metres")).isEqualTo(9L);
        assertThat(notNull("metres")).isTrue();
    }

    @Test
    void what_both_revisions_write_while_a_type_changes_is_carried_over() throws Exception {
        database.publish(with("metres: { type: string }"));
        AccountId ines = account("ines", "12");
        LiveRevisions another = database.anotherInstance();
        Thread publish = publishing(with("metres: { type: integer }"));
        awaitStep("drain");

        AccountId late = another.with(revision -> revision.write(
                Scope.EVERYWHERE, work -> insert(work, Map.of("email", "late@marea.example", "metres", "31"))));
        another.with(revision -> revision.write(Scope.EVERYWHERE, work -> change(work, ines, "metres", "13")));
        LiveRevisions ahead = database.anotherInstance();
        AccountId early = ahead.with(revision -> revision.write(
                Scope.EVERYWHERE, work -> insert(work, Map.of("email", "early@marea.example", "metres", 44L))));
        assertThat(seen(another, early, "metres")).isEqualTo("44");
        another.refresh();
        ahead.refresh();
        publish.join(20_000);

        assertThat(database.latest().step()).isEqualTo(Step.DONE);
        assertThat(value(late, "metres")).isEqualTo(31L);
        assertThat(value(ines, "metres")).isEqualTo(13L);
        assertThat(value(early, "metres")).isEqualTo(44L);
        another.close();
        ahead.close();
    }

    @Test
    void a_narrower_limit_empties_what_breaks_it_and_keeps_it_aside() {
        database.publish(with("berth: { type: string }"));
        Map<String, AccountId> accounts = accounts(Map.of("a", "B07", "b", "Pontoon North"));
        database.publish(with("berth: { type: string, maxLength: 4 }"));

        assertThat(value(accounts.get("a"), "berth")).isEqualTo("B07");
        assertThat(value(accounts.get("b"), "berth")).isNull();
        assertThat(count("select count(*) from accounts.account where kept_r2_berth = 'Pontoon North'"))
                .isEqualTo(1);
    }

    @Test
    void a_narrower_limit_that_nothing_breaks_is_a_matter_of_the_catalogue() {
        database.publish(with("berth: { type: string, maxLength: 9 }"));
        account("ines", "B07");
        Diff diff = database.publish(with("berth: { type: string, maxLength: 4 }"));

        assertThat(diff.changes()).extracting(Change::effect).containsExactly(Effect.INSTANT);
        assertThat(columns()).doesNotContain("kept_r2_berth");
        assertThat(condition("account_berth_length")).contains("<= 4");
    }

    @Test
    void optional_becomes_required_and_required_becomes_optional() {
        database.publish(with("berth: { type: string }"));
        AccountId ines = account("ines", null);
        database.publish(with("berth: { type: string, required: true, existing: A00, write: [guest] }"));

        assertThat(value(ines, "berth")).isEqualTo("A00");
        assertThat(notNull("berth")).isTrue();

        database.publish(with("berth: { type: string }"));
        assertThat(notNull("berth")).isFalse();
    }

    @Test
    void uniqueness_comes_only_without_collisions_and_goes_again() {
        database.publish(with("berth: { type: string }"));
        AccountId ines = account("ines", "B07");
        AccountId noor = account("noor", "b07");
        account("tomas", "B09");
        Diff colliding = database.diff(with("berth: { type: string, uniqueness: server }"));
        assertThat(colliding.blocking()).hasSize(1);
        assertThat(colliding.changes().get(0).accounts()).containsExactlyInAnyOrder(ines, noor);
        assertThat(colliding.changes().get(0).records()).isEqualTo(2);
        assertThat(database.diff(with("berth: { type: string, uniqueness: server, caseExact: true }"))
                        .blocking())
                .isEmpty();

        database.live().with(revision -> revision.write(Scope.EVERYWHERE, work -> change(work, noor, "berth", "B08")));
        database.publish(with("berth: { type: string, uniqueness: server }"));
        assertThat(indexes()).contains("account_berth_unique");
        database.publish(with("berth: { type: string, uniqueness: server, caseExact: true }"));
        assertThat(indexes()).contains("account_berth_unique_exact").doesNotContain("account_berth_unique");
        database.publish(with("berth: { type: string }"));
        assertThat(indexes()).doesNotContain("account_berth_unique_exact");
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "berth: { type: string, maxLength: 2 }",
                "berth: { type: integer }",
                "berth: { type: string }\n  place: { type: date, required: true, write: [guest], existing: { from: 'startedOn' } }",
                "berth: { type: string }\n  place: { type: string, uniqueness: server, existing: { from: 'berth' } }"
            })
    void who_is_in_the_way_of_a_change_is_known(String fields) {
        database.publish(with("startedOn: { type: date }\n  berth: { type: string }"));
        AccountId ines = account("ines", "B07");
        Diff diff = database.diff(with("startedOn: { type: date }\n  " + fields));

        AccountId noor = account("noor", "B07");
        Diff after = database.diff(with("startedOn: { type: date }\n  " + fields));
        assertThat(after.changes().get(0).accounts()).containsExactlyInAnyOrder(ines, noor);
        assertThat(diff.changes().get(0).accounts()).doesNotContain(noor);
    }

    @Test
    void accounts_of_a_kind_that_goes_become_of_the_one_that_takes_over() {
        String before = Models.SMALL + "kinds: { staff: { default: true }, crew: { profiles: [work] } }\n"
                + "profiles: { work: { fields: { pier: { type: string } } } }\n";
        database.publish(before);
        AccountId crew = database.live()
                .with(revision -> revision.write(
                        Scope.EVERYWHERE,
                        work -> new Accounts(work)
                                .insert(new NewAccount(
                                        revision.model().kinds().get("crew"),
                                        Map.of(FieldPath.parse("email"), "crew@marea.example"),
                                        Instant.now()))));
        database.publish(
                Models.SMALL + "kinds: { staff: { default: true, formerly: [crew], profiles: [work, desk] } }\n"
                        + "profiles: { work: { fields: { pier: { type: string } } }, desk: { fields: { room: { type: string, existing: Quay } } } }\n");

        assertThat(count("select count(*) from accounts.account where kind = 'crew'"))
                .isZero();
        assertThat(value(crew, "desk.room")).isEqualTo("Quay");
    }

    @Test
    void a_profile_that_goes_comes_back_with_its_values() {
        String with = Models.SMALL + "kinds: { staff: { default: true, profiles: [work] } }\n"
                + "profiles: { work: { fields: { pier: { type: string } } } }\n";
        database.publish(with);
        AccountId ines = database.live()
                .with(revision -> revision.write(
                        Scope.EVERYWHERE,
                        work -> insert(work, Map.of("email", "ines@marea.example", "work.pier", "North"))));
        Diff gone = database.publish(Models.SMALL + "kinds: { staff: { default: true } }\n");
        AccountId between = account("noor", null);
        database.publish(with);

        assertThat(gone.notAllowed(List.of())).extracting(Change::name).contains("field-removed:work.pier");
        assertThat(value(ines, "work.pier")).isEqualTo("North");
        assertThat(count("select count(*) from accounts.profile_work")).isEqualTo(2);
        assertThat(value(between, "work.pier")).isNull();
    }

    @Test
    void every_statement_can_be_read_before_any_is_run() {
        database.publish(with("metres: { type: string }\n  berth: { type: string }\n  pier: { type: string }"));
        String after = with(
                "metres: { type: integer, required: true, existing: 1, write: [guest] }\n  place: { type: string, maxLength: 4, formerly: berth }\n  tags: { type: string, multiValued: true }");
        Diff diff = database.diff(after);
        List<String> shape = shape();
        List<String> script = database.publisher().script(1, Models.of(after), diff.changes());

        assertThat(script)
                .contains("-- expand", "-- fill", "-- prove", "-- swap", "-- contract")
                .anyMatch(line -> line.contains("\"next_r2_metres\" bigint"))
                .anyMatch(line -> line.contains("rename column \"berth\" to \"place\""))
                .anyMatch(line -> line.contains("rename column \"pier\" to \"kept_r2_pier\""));
        assertThat(shape()).isEqualTo(shape);
    }

    @Test
    void a_value_that_came_in_meanwhile_and_breaks_the_rule_stops_the_publish_until_it_is_mended() {
        database.publish(with("berth: { type: string }"));
        account("ines", "B07");
        String unique = with("berth: { type: string, uniqueness: server }");
        Diff diff = database.diff(unique);
        AccountId noor = account("noor", "b07");
        database.publisher().begin(diff.liveRevision(), unique, diff.changes(), "test", "");

        assertThat(catchThrowableOfType(
                        RuntimeException.class, () -> database.publisher().carryOn()))
                .isNotNull();
        assertThat(database.latest().failure())
                .contains(
                        "The step prove stopped at `create unique index concurrently",
                        "(SQLSTATE 23505)",
                        "2 records share a value of `berth`, which has to be unique.",
                        "id eq \"" + noor + "\"",
                        "cuenta model resume",
                        "cuenta model cancel")
                .doesNotContain("b07");
        assertThat(database.latest().control()).isEqualTo(Control.PAUSE);
        database.publisher().carryOn();
        assertThat(database.latest().step()).as("nothing goes on by itself").isEqualTo(Step.PROVE);
        database.revisions().control(database.latest().number(), Control.RUN);
        database.live().with(revision -> revision.write(Scope.EVERYWHERE, work -> change(work, noor, "berth", "B08")));
        database.publisher().carryOn();
        assertThat(database.latest().state()).isEqualTo(Revision.LIVE);
    }

    @Test
    void what_the_database_refuses_for_good_is_taken_back() {
        database.publish(with("berth: { type: string }"));
        AccountId ines = account("ines", "B07");
        List<String> shape = shape();
        database.sql().sql("""
                create or replace function cuenta.no_index() returns event_trigger language plpgsql as
                $$ begin raise exception 'no' using errcode = '42501'; end $$""").update();
        database.sql()
                .sql(
                        "create event trigger no_index on ddl_command_start when tag in ('CREATE INDEX') execute function cuenta.no_index()")
                .update();
        String searched = with("berth: { type: string, search: true }\n  pier: { type: string }");
        Diff diff = database.diff(searched);
        database.publisher().begin(diff.liveRevision(), searched, diff.changes(), "test", "");

        catchThrowableOfType(RuntimeException.class, () -> database.publisher().carryOn());
        database.sql().sql("drop event trigger no_index").update();

        assertThat(database.latest().state()).isEqualTo("cancelled");
        assertThat(database.latest().failure())
                .contains("stopped at `create", "(SQLSTATE 42501)", "Everything is as it was before.");
        assertThat(shape()).isEqualTo(shape);
        assertThat(value(ines, "berth")).isEqualTo("B07");
        database.publish(searched);
        assertThat(database.latest().state()).isEqualTo(Revision.LIVE);
    }

    @Test
    void computed_values_that_collide_are_in_the_diff() {
        database.publish(with("berth: { type: string }"));
        account("ines", "B07");
        account("noor", "b07");
        account("rik", "C01");

        assertThat(database.diff(
                                with(
                                        "berth: { type: string }\n  place: { type: string, uniqueness: server, existing: { from: 'berth' } }"))
                        .blocking())
                .singleElement()
                .satisfies(change ->
                        assertThat(change.consequence()).contains("2 records would share a value with another"));
    }

    @Test
    void a_required_field_whose_values_no_longer_fit_is_owed_a_value_that_does() {
        database.publish(with("berth: { type: string, required: true, write: [guest] }"));
        account("ines", "PONTOON");

        assertThat(database.diff(
                                with(
                                        "berth: { type: string, maxLength: 3, required: true, existing: { from: 'email' }, write: [guest] }"))
                        .blocking())
                .extracting(Change::name)
                .containsExactly("limits-narrowed:berth");
    }

    @Test
    void a_column_that_somebody_took_away_is_looked_for_three_times_and_no_more() {
        database.publish(with("berth: { type: string }"));
        account("ines", "B07");
        database.sql().sql("alter table accounts.account drop column berth").update();
        AtomicInteger times = new AtomicInteger();

        assertThat(catchThrowableOfType(
                        RuntimeException.class,
                        () -> database.live()
                                .with(revision -> revision.read(Scope.EVERYWHERE, work -> {
                                    times.incrementAndGet();
                                    return new Accounts(work).count(null)
                                            + new Accounts(work)
                                                    .bySignIn("ines@marea.example")
                                                    .flatMap(id -> new Accounts(work).find(id))
                                                    .map(record -> 1)
                                                    .orElse(0);
                                }))))
                .isNotNull();
        assertThat(times.get()).isEqualTo(3);
    }

    /** Whichever step was cut off, doing it again does no harm. */
    @ParameterizedTest
    @EnumSource(value = Step.class, mode = EnumSource.Mode.EXCLUDE, names = "DONE")
    void a_conversion_and_a_rename_can_be_repeated_from_every_step(Step step) {
        database.publish(with("metres: { type: string }\n  berth: { type: string, search: true }"));
        AccountId ines = database.live()
                .with(revision -> revision.write(
                        Scope.EVERYWHERE,
                        work -> insert(work, Map.of("email", "ines@marea.example", "metres", "12", "berth", "B07"))));
        database.publish(with("metres: { type: integer }\n  place: { type: string, search: true, formerly: berth }"));

        database.sql()
                .sql("update cuenta.revision set step = ? where number = 2")
                .param(step.toString())
                .update();
        database.publisher().carryOn();

        assertThat(database.latest().step()).isEqualTo(Step.DONE);
        assertThat(value(ines, "metres")).isEqualTo(12L);
        assertThat(value(ines, "place")).isEqualTo("B07");
        assertThat(columns()).doesNotContain("next_r2_metres", "berth");
        assertThat(leftBehind()).isEmpty();
    }

    /** Stopped before each step in turn, and then cancelled: nothing of it is left. */
    @ParameterizedTest
    @EnumSource(
            value = Step.class,
            names = {"EXPAND", "FILL", "PROVE", "SWAP"})
    void a_publish_that_is_cancelled_leaves_nothing_behind(Step step) {
        String before = with(
                "metres: { type: string }\n  berth: { type: string, required: true, maxLength: 3, write: [guest] }");
        database.publish(before);
        database.live()
                .with(revision -> revision.write(
                        Scope.EVERYWHERE,
                        work -> insert(work, Map.of("email", "ines@marea.example", "metres", "12", "berth", "B07"))));
        List<String> shape = shape();
        String after = with(
                        "metres: { type: integer, uniqueness: server }\n  berth: { type: string, maxLength: 9 }\n  pier: { type: string, existing: N, maxLength: 3 }")
                + "kinds: { account: { label: Account, default: true, profiles: [work] } }\n"
                + "profiles: { work: { fields: { since: { type: date } } } }\n";
        Diff diff = database.diff(after);
        database.publisher().begin(diff.liveRevision(), after, diff.changes(), "test", "");
        stopBefore(step);
        database.revisions().control(2, Control.CANCEL);
        database.publisher().carryOn();

        assertThat(database.latest().state()).isEqualTo(Revision.CANCELLED);
        assertThat(shape()).isEqualTo(shape);
        assertThat(database.publish(
                                with(
                                        "metres: { type: string }\n  berth: { type: string, required: true, maxLength: 3, write: [guest] }\n  pier: { type: string }"))
                        .changes())
                .hasSize(1);
    }

    /** Runs the publish up to the step, and pauses it there. */
    private void stopBefore(Step step) {
        haltBefore(step.toString(), "pause");
        if (step == Step.EXPAND) {
            database.revisions().control(2, Control.PAUSE);
        }
        database.publisher().carryOn();
        assertThat(database.latest().step()).isEqualTo(step);
        goOn();
    }

    private static String with(String fields) {
        return Models.smallWith(fields);
    }

    private Thread publishing(String source) {
        Thread publish = new Thread(() -> database.publish(source));
        publish.start();
        return publish;
    }

    private Map<String, AccountId> accounts(Map<String, String> values) {
        Map<String, AccountId> accounts = new LinkedHashMap<>();
        values.forEach((name, value) -> accounts.put(name, account(name, value)));
        return accounts;
    }

    /** An account with a value in the model's last own field. */
    private AccountId account(String name, @Nullable String value) {
        return database.live()
                .with(revision -> revision.write(Scope.EVERYWHERE, work -> {
                    Map<String, @Nullable Object> values = new HashMap<>();
                    values.put("email", name + "@marea.example");
                    var fields = revision.model().ownFields();
                    values.put(fields.get(fields.size() - 1).path().toString(), value);
                    return insert(work, values);
                }));
    }

    private static AccountId insert(Work work, Map<String, ? extends @Nullable Object> values) {
        Map<FieldPath, @Nullable Object> typed = new HashMap<>();
        values.forEach((path, value) -> typed.put(FieldPath.parse(path), value));
        return new Accounts(work).insert(new NewAccount(work.revision().model().defaultKind(), typed, Instant.now()));
    }

    private static boolean change(Work work, AccountId id, String field, Object value) {
        Accounts accounts = new Accounts(work);
        accounts.change(
                accounts.findForChange(id, ChangeGuard.CUENTA).orElseThrow(),
                Map.of(FieldPath.parse(field), value),
                Instant.now());
        return true;
    }

    private List<String> columns() {
        return strings(
                "select attname from pg_attribute where attrelid = 'accounts.account'::regclass and attnum > 0 and not attisdropped");
    }

    private List<String> constraints() {
        return strings("select conname from pg_constraint where conrelid = 'accounts.account'::regclass");
    }

    private List<String> indexes() {
        return strings("select indexname from pg_indexes where schemaname = 'accounts'");
    }

    private boolean notNull(String column) {
        return columns().contains(column)
                && count(
                                "select count(*) from pg_attribute where attrelid = 'accounts.account'::regclass and attnotnull and attname = '"
                                        + column + "'")
                        == 1;
    }

    private String condition(String constraint) {
        return strings("select pg_get_constraintdef(oid) from pg_constraint where convalidated and conname = '"
                        + constraint + "'")
                .get(0);
    }

    private long count(String query) {
        return database.sql().sql(query).query(Long.class).single();
    }
}
