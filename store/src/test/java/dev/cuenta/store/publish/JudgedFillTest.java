package dev.cuenta.store.publish;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowable;
import static org.assertj.core.api.Assertions.catchThrowableOfType;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.account.AccountQuery;
import dev.cuenta.core.account.Attributes;
import dev.cuenta.core.account.Scope;
import dev.cuenta.core.account.TenantId;
import dev.cuenta.core.model.Field;
import dev.cuenta.core.model.FieldPath;
import dev.cuenta.core.model.Models;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import dev.cuenta.core.revision.Change;
import dev.cuenta.core.revision.ChangeKind;
import dev.cuenta.core.revision.Diff;
import dev.cuenta.core.revision.Effect;
import dev.cuenta.core.role.GrantTerms;
import dev.cuenta.store.account.Accounts;
import dev.cuenta.store.account.Controlled;
import dev.cuenta.store.account.NewAccount;
import dev.cuenta.store.database.DatabaseTest;
import dev.cuenta.store.live.Control;
import dev.cuenta.store.live.LiveRevisions;
import dev.cuenta.store.live.Revision;
import dev.cuenta.store.live.Step;
import dev.cuenta.store.live.Work;
import dev.cuenta.store.role.GivenRoles;
import dev.cuenta.store.role.Giver;
import dev.cuenta.store.tenant.Memberships;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.UUID;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** A publish stores nothing that the field would refuse over HTTP, and the diff has said how many get what. */
class JudgedFillTest extends DatabaseTest {
    private static final String STORED =
            "given: { type: string, maxLength: 60 }\n  born: { type: date }\n  count: { type: integer }\n  credit: { type: decimal, precision: 12, scale: 2 }";

    private static final List<String> TYPES = List.of(
            "string, pattern: '[0-9]+'",
            "string, pattern: '[A-Z][a-z]+', minLength: 3",
            "string, maxLength: 4",
            "string, uniqueness: server",
            "string, uniqueness: server, caseExact: true",
            "email",
            "url",
            "phone",
            "choice, options: [Noor, Ana, '7']",
            "text, maxLength: 5",
            "account");

    private static final List<String> NUMBERS = List.of(
            "integer, max: 5", "integer, min: 1, uniqueness: server", "decimal, precision: 4, scale: 1, min: 0");

    private static final List<String> TEXTS = List.of(
            "given",
            "lower(given)",
            "given + '@post.example'",
            "'https://' + given",
            "kind",
            "string(count)",
            "id",
            "''");

    private static final List<String> WHOLE = List.of("count", "size(given)", "count * 1000", "-count");

    private static final List<String> GIVEN =
            List.of("Noor", "ana", "Ana", "ANA", "mina", "7", "007", " Zoé ", "+447700900123", "a b", "Iñaki");

    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3, 4, 5, 6})
    void what_a_fill_stores_is_what_the_field_takes_and_what_the_diff_said(long seed) {
        Random random = new Random(seed);
        database.publish(Models.smallWith(STORED));
        people(random);
        for (int round = 0; round < 4; round++) {
            boolean texts = random.nextInt(3) > 0;
            String field = "place: { type: " + some(texts ? TYPES : NUMBERS, random) + ", existing: { from: \""
                    + some(texts ? TEXTS : WHOLE, random) + "\" } }";
            String next = Models.smallWith(STORED + "\n  " + field);
            Change change = arrival(database.diff(next));
            if (change.effect() == Effect.DECISION) {
                assertThat(change.consequence()).as(field).contains("would share a value");
                continue;
            }
            database.publish(next);

            List<@Nullable Object> values = values();
            Field place = Models.of(next).field("place").orElseThrow();
            long filled = values.stream().filter(value -> value != null).count();
            assertThat(change.records()).as(field).isEqualTo(filled);
            assertThat(values.stream().flatMap(value -> Optional.ofNullable(value).stream()))
                    .as(field)
                    .allMatch(value -> place.type()
                            .read(place.type().write(value), place.limits())
                            .value()
                            .filter(value::equals)
                            .isPresent());
            database.publish(Models.smallWith(STORED));
            database.sql().sql("delete from cuenta.kept_column").update();
        }
    }

    @Test
    void a_required_field_that_comes_back_is_filled_for_each_or_owes_an_answer() {
        String with = Models.smallWith(
                STORED + "\n  called: { type: string, required: true, existing: { from: 'given' }, write: [guest] }");
        database.publish(with);
        AccountId noor = person(Map.of("email", "noor@marea.example", "given", "Noor", "called", "N"));
        database.publish(Models.smallWith(STORED));
        AccountId ana = person(Map.of("email", "ana@marea.example", "given", "Ana"));
        AccountId nobody = person(Map.of("email", "nobody@marea.example"));

        Change owed = arrival(database.diff(with));
        assertThat(owed.effect()).isEqualTo(Effect.DECISION);
        assertThat(owed.accounts()).containsExactly(nobody);
        database.sql()
                .sql("update accounts.account set given = 'Mina' where given is null")
                .update();
        assertThat(arrival(database.publish(with)).consequence())
                .contains("Its 1 values", "The 2 records without one", "2 get a value");
        assertThat(strings("select called from accounts.account order by email"))
                .containsExactly("Ana", "Mina", "N");
        assertThat(noor).isNotEqualTo(ana);
        assertThat(strings("select attnotnull::text from pg_attribute where attname = 'called'"))
                .containsExactly("true");
        assertThat(database.counted(Models.of(with), Models.of(with)).recordsPerSecond())
                .isPositive();
    }

    @Test
    void a_fill_that_makes_what_somebody_has_already_is_a_collision() {
        String before = STORED + "\n  place: { type: string, uniqueness: server }";
        database.publish(Models.smallWith(before));
        person(Map.of("email", "noor@marea.example", "given", "Noor", "place", "ana"));
        person(Map.of("email", "ana@marea.example", "given", "Ana"));

        Diff diff = database.diff(Models.smallWith(
                before.replace("server }", "server, required: true, existing: { from: given }, write: [guest] }")));
        assertThat(diff.blocking()).extracting(Change::kind).contains(ChangeKind.UNIQUENESS_ADDED);
    }

    /** What the old revision makes until nobody uses it any more is made without the field, and gets it then. */
    @Test
    void nobody_is_turned_away_while_a_required_field_arrives_that_is_computed_for_each() throws Exception {
        database.publish(Models.smallWith(STORED));
        person(Map.of("email", "noor@marea.example", "given", "Noor"));
        LiveRevisions another = database.anotherInstance();
        String next = Models.smallWith(
                STORED + "\n  called: { type: string, required: true, existing: { from: 'given' }, write: [guest] }");
        Thread publish = new Thread(() -> database.publish(next));
        publish.start();
        List<String> failed = new ArrayList<>();
        int made = 0;
        do {
            int number = made++;
            Throwable refused = catchThrowable(() -> another.with(revision -> revision.write(
                    Scope.EVERYWHERE,
                    work -> insert(work, Map.of("email", "late" + number + "@marea.example", "given", "Late")))));
            if (refused != null) {
                failed.add(String.valueOf(refused));
            }
        } while (!database.latest().step().equals(Step.DRAIN));
        another.refresh();
        publish.join(20_000);
        another.close();

        assertThat(failed).isEmpty();
        assertThat(made).isGreaterThan(3);
        assertThat(database.latest().step()).isEqualTo(Step.DONE);
        assertThat(strings("select count(*)::text from accounts.account where called is null"))
                .containsExactly("0");
    }

    @Test
    void a_profile_is_given_with_what_its_fields_compute() {
        String model = Models.smallWith(STORED)
                + "profiles: { crew: { fields: { deck: { type: string, required: true, pattern: '[A-Z]+', existing: { from: \"upper(given)\" }, write: [guest] } } } }\n"
                + "kinds: { account: { label: A, default: true, profiles: [] }, skipper: { label: S, profiles: [crew] } }\n";
        database.publish(model);
        person(Map.of("email", "noor@marea.example", "given", "Noor"));
        AccountId seven = person(Map.of("email", "seven@marea.example", "given", "7"));
        String given = model.replace("default: true, profiles: []", "default: true, profiles: [crew]");

        assertThat(database.diff(given).blocking())
                .singleElement()
                .satisfies(change -> assertThat(change.accounts()).containsExactly(seven));
        database.sql()
                .sql("update accounts.account set given = 'Mina' where given = '7'")
                .update();
        database.publish(given);
        assertThat(strings("select deck from accounts.profile_crew order by deck"))
                .containsExactly("MINA", "NOOR");
    }

    /** Neither in the column whose type changes, nor in one that moves or goes and comes back. */
    @Test
    void what_the_new_revision_leaves_empty_stays_empty() {
        String before =
                "metres: { type: string, default: '5' }\n  berth: { type: string, default: B07 }\n  pier: { type: string, default: N }";
        String profiles =
                "profiles: { mooring: { fields: { berth: { type: string, formerly: berth } } } }\nkinds: { account: { label: A, default: true, profiles: [mooring] } }\n";
        String kinds =
                "profiles: { mooring: { fields: { note: { type: string } } } }\nkinds: { account: { label: A, default: true, profiles: [mooring] } }\n";
        database.publish(Models.smallWith(before) + kinds);
        haltBefore("contract", "pause");
        database.publish(Models.smallWith("metres: { type: integer }")
                + profiles.replace("berth: { type: string, f", "note: { type: string }, berth: { type: string, f"));
        database.live().refresh();
        assertThat(database.latest().step()).isEqualTo(Step.CONTRACT);
        AccountId between = person(Map.of("email", "between@marea.example"));
        goOn();
        database.revisions().control(database.latest().number(), Control.RUN);
        database.publisher().carryOn();
        assertThat(database.latest().step()).isEqualTo(Step.DONE);

        assertThat(value(between, "metres")).isNull();
        assertThat(value(between, "mooring.berth")).isNull();
        database.publish(Models.smallWith("metres: { type: integer }\n  pier: { type: string }")
                + profiles.replace("berth: { type: string, f", "note: { type: string }, berth: { type: string, f"));
        assertThat(value(between, "pier")).isNull();
    }

    @Test
    void whoever_reads_the_statements_first_is_told_of_the_fills() {
        database.publish(Models.smallWith(STORED));
        person(Map.of("email", "noor@marea.example", "given", "Noor"));
        String next = Models.smallWith(STORED + "\n  called: { type: string, existing: { from: 'given' } }");
        Diff diff = database.diff(next);

        assertThat(database.publisher().script(diff.liveRevision(), Models.of(next), diff.changes()))
                .anyMatch(line -> line.startsWith("-- batch after batch: accounts.\"account\".called"));
    }

    @Test
    void an_account_that_breaks_a_rule_says_so_whatever_is_done_to_it() {
        database.publish(Models.smallWith("berth: { type: string, maxLength: 9 }")
                + "tenants: { membership: many, onSignUp: create, name: '{name}' }\n");
        AccountId noor = person(Map.of("email", "noor@marea.example", "berth", "B07"));
        TenantId pier = new TenantId(UUID.randomUUID());
        database.sql()
                .sql("insert into cuenta.tenant (id, name) values (?, 'North pier')")
                .param(pier.value())
                .update();
        database.sql()
                .sql(
                        "alter table accounts.account drop constraint account_berth_length, add constraint account_berth_length check (char_length(berth) <= 2) not valid")
                .update();

        List<Function<Work, Object>> doings = List.of(work -> new Memberships(work).join(noor, pier), work -> {
            new GivenRoles(work)
                    .give(
                            Controlled.byCuenta(noor),
                            work.revision().model().roles().get("administrator"),
                            GrantTerms.PLAIN,
                            Giver.CUENTA);
            return pier;
        });
        for (Function<Work, Object> doing : doings) {
            assertThat(catchThrowableOfType(Problem.class, () -> write(doing)))
                    .satisfies(problem -> assertThat(problem.kind()).isEqualTo(ProblemKind.CONFLICT))
                    .hasMessageContaining("`berth`");
        }
        assertThat(catchThrowableOfType(
                        Problem.class,
                        () -> write(work -> new Memberships(work).join(noor, new TenantId(UUID.randomUUID())))))
                .isNotNull();
    }

    /** The swap is refused, and then one statement after the other of what takes it back. */
    @Test
    void what_is_taken_back_by_itself_is_taken_back_to_the_end_however_often_it_is_cut_off() {
        database.publish(Models.smallWith("berth: { type: string }\n  metres: { type: string }"));
        person(Map.of("email", "noor@marea.example", "berth", "B07", "metres", "12"));
        String next = Models.smallWith(
                "berth: { type: string, maxLength: 9, search: true }\n  metres: { type: integer }\n  pier: { type: string, default: N }");
        List<String> before = shape();
        database.sql().sql("create sequence public.undone").update();
        for (int nth = 1; ; nth++) {
            refuseSwapAndUndoing(nth);
            catchThrowable(() -> database.publish(next));
            boolean cutOff = !database.latest().state().equals(Revision.CANCELLED);
            assertThat(database.latest().failure()).contains("(SQLSTATE 42501)", "Everything is as it was before.");
            database.sql().sql("drop event trigger refuse_undoing").update();
            database.sql().sql("drop trigger refuse_swap on cuenta.revision").update();
            database.publisher().carryOn();

            assertThat(database.latest().state()).as("cut off at %s", nth).isEqualTo(Revision.CANCELLED);
            assertThat(database.latest().failure()).contains("(SQLSTATE 42501)", "Everything is as it was before.");
            assertThat(shape()).as("cut off at %s", nth).isEqualTo(before);
            if (!cutOff) {
                assertThat(nth).isGreaterThan(3);
                break;
            }
        }
        database.publish(next);
        assertThat(strings("select metres::text from accounts.account")).containsExactly("12");
    }

    private void refuseSwapAndUndoing(int nth) {
        database.sql().sql("""
                create or replace function public.refuse_swap() returns trigger language plpgsql as $$
                begin
                    perform setval('public.undone', 1);
                    raise exception 'no' using errcode = '42501';
                end $$""").update();
        database.sql()
                .sql(
                        "create trigger refuse_swap before update on cuenta.revision for each row when (new.state = 'live' and old.state = 'publishing') execute function public.refuse_swap()")
                .update();
        database.sql()
                .sql("select setval('public.undone', 1000)")
                .query(Long.class)
                .single();
        database.sql().sql("""
                create or replace function public.refuse_undoing() returns event_trigger language plpgsql as $$
                begin
                    if current_query() not like '%%temporary%%' and nextval('public.undone') = 1 + %d then
                        raise exception 'cut off' using errcode = '57P01';
                    end if;
                end $$""".formatted(nth)).update();
        database.sql()
                .sql(
                        "create event trigger refuse_undoing on ddl_command_start execute function public.refuse_undoing()")
                .update();
    }

    private static Change arrival(Diff diff) {
        return diff.changes().stream()
                .filter(change -> change.path().equals("place") || change.path().equals("called"))
                .findFirst()
                .orElseThrow();
    }

    private void people(Random random) {
        for (int i = 0; i < 12; i++) {
            Map<String, Object> values = new HashMap<>(Map.of("email", "a" + i + "@marea.example"));
            if (random.nextInt(5) > 0) {
                values.put("given", some(GIVEN, random));
            }
            if (random.nextInt(4) > 0) {
                values.put("count", (long) random.nextInt(9) - 2);
            }
            person(values);
        }
    }

    private static <T> T some(List<T> choices, Random random) {
        return choices.get(random.nextInt(choices.size()));
    }

    private List<@Nullable Object> values() {
        return database.live()
                .with(revision -> revision.read(Scope.EVERYWHERE, work -> {
                    var email = Attributes.of(revision.model(), field -> true)
                            .find("email")
                            .orElseThrow();
                    return new Accounts(work)
                            .page(new AccountQuery(null, email, false, 100, null)).stream()
                                    .map(record -> record.values().get(FieldPath.parse("place")))
                                    .toList();
                }));
    }

    private AccountId person(Map<String, ?> values) {
        return write(work -> insert(work, values));
    }

    private static AccountId insert(Work work, Map<String, ?> values) {
        Map<FieldPath, @Nullable Object> typed = new HashMap<>();
        values.forEach((path, value) -> typed.put(FieldPath.parse(path), value));
        return new Accounts(work).insert(new NewAccount(work.revision().model().defaultKind(), typed, Instant.now()));
    }
}
