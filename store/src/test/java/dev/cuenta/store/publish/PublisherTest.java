package dev.cuenta.store.publish;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowableOfType;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.account.Scope;
import dev.cuenta.core.model.FieldPath;
import dev.cuenta.core.model.Models;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import dev.cuenta.core.revision.Change;
import dev.cuenta.core.revision.Effect;
import dev.cuenta.store.account.Accounts;
import dev.cuenta.store.account.NewAccount;
import dev.cuenta.store.database.DatabaseTest;
import dev.cuenta.store.live.Control;
import dev.cuenta.store.live.LiveRevision;
import dev.cuenta.store.live.LiveRevisions;
import dev.cuenta.store.live.Revision;
import dev.cuenta.store.live.Step;
import dev.cuenta.store.live.Work;
import java.time.Instant;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.ValueSource;

class PublisherTest extends DatabaseTest {
    @Test
    void a_start_makes_the_indexes_that_an_earlier_version_did_not_have_or_did_not_finish() {
        publish(Models.SMALL);
        database.sql().sql("drop index accounts.account_kind").update();
        database.sql()
                .sql(
                        "update pg_index set indisvalid = false where indexrelid = 'accounts.account_last_modified_at'::regclass")
                .update();

        database.publisher().prepare();

        assertThat(differences(Models.SMALL)).isEmpty();
        assertThat(strings("""
                select relname from pg_index join pg_class on oid = indexrelid
                where indrelid = 'accounts.account'::regclass and indisvalid order by 1""")).contains("account_kind", "account_last_modified_at");
    }

    @Test
    void the_first_revision_makes_the_tables_that_the_demo_s_model_declares() {
        database.publish(Models.source("account-model.yaml"));

        assertThat(column("account", "email")).isEqualTo("text not null");
        assertThat(column("profile_mooring", "credit")).isEqualTo("numeric default 0.00");
        assertThat(constraints("profile_employment")).contains("profile_employment__contract_years_range");
        assertThat(comment("profile_mooring", "berth")).isEqualTo("Berth. Pontoon and number, such as B07.");
        assertThat(database.latest().state()).isEqualTo(Revision.LIVE);
    }

    @Test
    void leaves_no_setting_behind_on_a_connection_that_others_use() {
        database.publish(Models.SMALL);

        assertThat(database.sql().sql("show lock_timeout").query(String.class).single())
                .isEqualTo("0");
    }

    @Test
    void the_next_revision_gives_existing_records_what_it_says() {
        database.publish(Models.source("account-model.yaml"));
        AccountId staff = staff("tomas@marea.example");
        database.publish(Models.source("next.account-model.yaml"));

        assertThat(column("account", "newsletter")).isEqualTo("boolean default false");
        assertThat(column("profile_employment", "home_harbour")).isEqualTo("text not null");
        assertThat(value(staff, "newsletter")).isEqualTo(false);
        assertThat(value(staff, "employment.homeHarbour")).isEqualTo("Punta Clara");
        assertThat(database.sql()
                        .sql("update accounts.account set theme = 'storm'")
                        .update())
                .isEqualTo(1);
    }

    @Test
    void a_removed_field_is_kept_aside_and_comes_back_with_its_values() {
        String with = Models.smallWith("berth: { type: string, maxLength: 9, default: B07 }");
        database.publish(with);
        AccountId before = account("ines@marea.example");
        assertThat(database.publish(Models.SMALL).changes())
                .extracting(Change::effect)
                .containsExactly(Effect.LOSS);
        AccountId between = account("noor@marea.example");
        assertThat(columns("account")).contains("kept_r2_berth").doesNotContain("berth");

        assertThat(database.publish(with).changes()).extracting(Change::name).containsExactly("field-restored:berth");

        assertThat(value(before, "berth")).isEqualTo("B07");
        assertThat(value(between, "berth")).isNull();
        assertThat(columns("account")).contains("berth").doesNotContain("kept_r2_berth");
    }

    @Test
    void kept_values_come_back_only_to_a_field_with_rules_and_a_type_that_they_fit() {
        database.publish(Models.smallWith(
                "berth: { type: string, default: B07 }\n  depth: { type: decimal, precision: 6, scale: 2 }"));
        account("ines@marea.example");
        account("noor@marea.example");
        database.publish(Models.SMALL);

        assertThat(kinds("berth: { type: string, maxLength: 2 }")).containsExactly("field-added:berth NARROWING");
        assertThat(kinds("berth: { type: string, uniqueness: server }")).containsExactly("field-added:berth NARROWING");
        assertThat(kinds("berth: { type: integer }")).containsExactly("field-added:berth INSTANT");
        assertThat(kinds("depth: { type: decimal, precision: 8, scale: 3 }"))
                .containsExactly("field-added:depth INSTANT");
        assertThat(kinds("berth: { type: string, maxLength: 3 }")).containsExactly("field-restored:berth INSTANT");
        assertThat(kinds("depth: { type: decimal, precision: 6, scale: 2 }"))
                .containsExactly("field-restored:depth INSTANT");
    }

    private List<String> kinds(String field) {
        return database.diff(Models.smallWith(field)).changes().stream()
                .map(change -> change.name() + " " + change.effect())
                .toList();
    }

    @Test
    void a_required_field_that_comes_back_is_filled_for_those_who_came_since() {
        String with = Models.smallWith("berth: { type: string, required: true, existing: A00, default: B07 }");
        database.publish(with);
        account("ines@marea.example");
        database.publish(Models.SMALL);
        AccountId between = account("noor@marea.example");
        database.publish(with);

        assertThat(value(between, "berth")).isEqualTo("A00");
        assertThat(column("account", "berth")).isEqualTo("text not null default 'B07'::text");
    }

    @Test
    void a_profile_that_a_kind_gets_is_made_for_every_account_of_the_kind() {
        String kinds = "kinds: { staff: { default: true }, visitor: {} }\n";
        database.publish(Models.SMALL + kinds);
        for (int i = 0; i < 2500; i++) {
            database.sql()
                    .sql(
                            "insert into accounts.account (id, kind, created_at, last_modified_at, version, email) values (gen_random_uuid(), 'staff', now(), now(), 1, ?)")
                    .param("a" + i + "@marea.example")
                    .update();
        }
        String after = Models.SMALL + "kinds: { staff: { default: true, profiles: [work] }, visitor: {} }\n"
                + "profiles: { work: { fields: { pontoon: { type: string, required: true, existing: North, write: [guest] } } } }\n";
        assertThat(database.publish(after).changes()).extracting(Change::effect).contains(Effect.BACKFILL);

        assertThat(count("select count(*) from accounts.profile_work where pontoon = 'North'"))
                .isEqualTo(2500);
    }

    @ParameterizedTest
    @ValueSource(strings = {"uuid7", "uuid4", "sequence"})
    void every_id_scheme_makes_finds_and_fills_accounts(String scheme) {
        String before = Models.SMALL + "id: " + scheme + "\nkinds: { staff: { default: true } }\n";
        database.publish(before);
        AccountId first = account("ines@marea.example");
        AccountId second = account("noor@marea.example");
        database.publish(before.replace("default: true } }", "default: true, profiles: [work] } }")
                + "profiles: { work: { fields: { pontoon: { type: string, existing: North } } } }\n");

        assertThat(first).isNotEqualTo(second);
        assertThat(value(first, "work.pontoon")).isEqualTo("North");
        assertThat(value(second, "email")).isEqualTo("noor@marea.example");
        assertThat(first.text())
                .matches(scheme.equals("sequence") ? "1" : "[0-9a-f]{8}-[0-9a-f]{4}-" + scheme.charAt(4) + ".*");
    }

    /** A crash after any statement means that its step is begun again: repeating each of them must do no harm. */
    @ParameterizedTest
    @EnumSource(value = Step.class, mode = EnumSource.Mode.EXCLUDE, names = "DONE")
    void every_step_can_be_repeated(Step step) {
        String before = Models.smallWith("old: { type: string, required: true, default: x }");
        String after = Models.smallWith(
                        "fresh: { type: string, required: true, uniqueness: none, existing: E, maxLength: 9, write: [guest] }")
                + "kinds: { account: { label: Account, default: true, profiles: [work] } }\n"
                + "profiles: { work: { fields: { since: { type: date, existing: 2026-01-01 } } } }\n";
        database.publish(before);
        AccountId account = account("ines@marea.example");
        database.publish(after);

        database.sql()
                .sql("update cuenta.revision set step = ? where number = 2")
                .param(step.toString())
                .update();
        database.publisher().carryOn();

        assertThat(database.latest().step()).isEqualTo(Step.DONE);
        assertThat(value(account, "fresh")).isEqualTo("E");
        assertThat(value(account, "work.since")).hasToString("2026-01-01");
        assertThat(columns("account")).contains("kept_r2_old", "fresh");
        assertThat(count("select count(*) from accounts.profile_work")).isEqualTo(1);
    }

    @Test
    void an_index_that_was_cut_off_is_built_again() {
        database.publish(Models.SMALL);
        database.sql()
                .sql(
                        "update pg_index set indisvalid = false where indexrelid = 'accounts.account_email_unique'::regclass")
                .update();
        database.publish(Models.smallWith("berth: { type: string }"));

        assertThat(
                        count(
                                "select count(*) from pg_index where indexrelid = 'accounts.account_email_unique'::regclass and indisvalid"))
                .isEqualTo(1);
    }

    @Test
    void one_publish_at_a_time() {
        database.publish(Models.SMALL);
        database.publisher().begin(1, Models.smallWith("a: { type: string }"), List.of(), "test", "");

        Problem problem = catchThrowableOfType(
                Problem.class, () -> database.publisher().begin(1, Models.SMALL, List.of(), "test", ""));

        assertThat(problem.kind()).isEqualTo(ProblemKind.CONFLICT);
    }

    @Test
    void another_instance_goes_on_under_the_old_revision_and_then_follows() throws Exception {
        database.publish(Models.SMALL);
        LiveRevisions another = database.anotherInstance();
        Thread publish = new Thread(() -> database.publish(
                Models.smallWith("berth: { type: string, required: true, existing: A00, write: [guest] }")));
        publish.start();
        awaitStep("drain");

        AccountId late =
                another.with(revision -> revision.write(Scope.EVERYWHERE, work -> insert(work, "late@marea.example")));
        assertThat(another.number()).contains(1);
        another.refresh();
        publish.join(20_000);

        assertThat(another.number()).contains(2);
        assertThat(database.latest().step()).isEqualTo(Step.DONE);
        assertThat(value(late, "berth")).isEqualTo("A00");
        another.close();
    }

    /** Nobody was there when the diff was shown, so no answer was owed; then somebody came through an instance that does not know yet. */
    @Test
    void a_required_field_turns_nobody_away_who_signs_up_while_it_arrives_and_waits_for_their_value() throws Exception {
        database.publish(Models.SMALL);
        LiveRevisions another = database.anotherInstance();
        Thread publish = new Thread(
                () -> database.publish(Models.smallWith("berth: { type: string, required: true, write: [guest] }")));
        publish.start();
        awaitStep("drain");

        AccountId late =
                another.with(revision -> revision.write(Scope.EVERYWHERE, work -> insert(work, "late@marea.example")));
        another.refresh();
        publish.join(20_000);

        assertThat(database.latest().failure())
                .contains("1 record has no value of `berth`, which is required", late.text());
        assertThat(database.sql()
                        .sql("update accounts.account set name = 'Late', berth = 'B07'")
                        .update())
                .as("nothing refuses a change of the record")
                .isEqualTo(1);
        database.revisions().control(database.latest().number(), Control.RUN);
        database.publisher().carryOn();
        assertThat(database.latest().step()).isEqualTo(Step.DONE);
        assertThat(column("account", "berth")).isEqualTo("text not null");
        another.close();
    }

    @Test
    void without_a_revision_the_answer_says_what_to_do() {
        Problem problem =
                catchThrowableOfType(Problem.class, () -> database.live().with(LiveRevision::number));

        assertThat(problem.detail()).contains("cuenta model publish");
    }

    private AccountId account(String email) {
        return database.live().with(revision -> revision.write(Scope.EVERYWHERE, work -> insert(work, email)));
    }

    private static AccountId insert(Work work, String email) {
        var model = work.revision().model();
        Map<FieldPath, @Nullable Object> values = new HashMap<>();
        model.fields().values().forEach(field -> values.put(field.path(), field.defaultValue()));
        values.put(FieldPath.parse("email"), email);
        return new Accounts(work).insert(new NewAccount(model.defaultKind(), values, Instant.now()));
    }

    private AccountId staff(String email) {
        return database.live()
                .with(revision -> revision.write(Scope.EVERYWHERE, work -> {
                    Map<FieldPath, @Nullable Object> values = new HashMap<>();
                    values.put(FieldPath.parse("email"), email);
                    values.put(FieldPath.parse("theme"), "day");
                    values.put(FieldPath.parse("person.givenName"), "Tomás");
                    values.put(FieldPath.parse("person.familyName"), "Rey");
                    values.put(FieldPath.parse("employment.startedOn"), LocalDate.of(2024, 3, 1));
                    return new Accounts(work)
                            .insert(new NewAccount(revision.model().kinds().get("staff"), values, Instant.now()));
                }));
    }

    private String column(String table, String column) {
        return database.sql().sql("""
                select data_type || case is_nullable when 'NO' then ' not null' else '' end || coalesce(' default ' || column_default, '')
                from information_schema.columns where table_schema = 'accounts' and table_name = ? and column_name = ?""").params(table, column).query(String.class).single();
    }

    private List<String> columns(String table) {
        return database.sql()
                .sql(
                        "select column_name from information_schema.columns where table_schema = 'accounts' and table_name = ?")
                .param(table)
                .query(String.class)
                .list();
    }

    private List<String> constraints(String table) {
        return database.sql()
                .sql("select conname from pg_constraint where conrelid = ?::regclass")
                .param("accounts." + table)
                .query(String.class)
                .list();
    }

    private String comment(String table, String column) {
        return database.sql()
                .sql(
                        "select col_description(a.attrelid, a.attnum) from pg_attribute a where attrelid = ?::regclass and attname = ?")
                .params("accounts." + table, column)
                .query(String.class)
                .single();
    }

    private long count(String query) {
        return database.sql().sql(query).query(Long.class).single();
    }
}
