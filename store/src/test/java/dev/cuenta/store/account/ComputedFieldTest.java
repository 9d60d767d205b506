package dev.cuenta.store.account;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.core.access.Viewer;
import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.account.AccountQuery;
import dev.cuenta.core.account.AccountRecord;
import dev.cuenta.core.account.Attributes;
import dev.cuenta.core.account.Conditions;
import dev.cuenta.core.account.Scope;
import dev.cuenta.core.filter.FilterParser;
import dev.cuenta.core.filter.FilterSyntaxException;
import dev.cuenta.core.model.FieldPath;
import dev.cuenta.core.model.Models;
import dev.cuenta.core.model.Party;
import dev.cuenta.core.revision.Change;
import dev.cuenta.core.revision.Effect;
import dev.cuenta.core.role.GrantTerms;
import dev.cuenta.store.database.DatabaseTest;
import dev.cuenta.store.live.Work;
import dev.cuenta.store.role.GivenRoles;
import dev.cuenta.store.role.Giver;
import java.math.BigDecimal;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;

/** What is computed when it is read, and what the database computes for filters and fills, are the same. */
class ComputedFieldTest extends DatabaseTest {
    private static final String STORED = """
            given: { type: string, maxLength: 20 }
              family: { type: string, maxLength: 20 }
              bornOn: { type: date }
              startedOn: { type: date }
              years: { type: integer }
              credit: { type: decimal, precision: 12, scale: 2 }
              zone: { type: string }
              tags: { type: string, multiValued: true }""";
    private static final List<String> EXPRESSIONS = List.of(
            "string | orElse(given, '') + ' ' + orElse(family, '?')",
            "string | given + ' ' + upper(family)",
            "string | present(given) ? given : (present(family) ? lower(family) : 'nobody')",
            "string | string(years) + ' years'",
            "string | trim(given) + kind",
            "boolean | hasRole('administrator')",
            "boolean | hasRole('administrator') || given == 'Noor'",
            "boolean | given < family",
            "boolean | given != family && !(family == 'Rey')",
            "boolean | startedOn <= today(zone) && today(zone) < plusYears(startedOn, years)",
            "boolean | 'crew' in tags",
            "boolean | given.startsWith('N') || family.endsWith('y') || given.contains('é')",
            "integer | years(bornOn, today)",
            "integer | days(bornOn, startedOn) / 7 + years * 2 - 1",
            "integer | years % 3",
            "integer | -years / orElse(years, 1)",
            "integer | size(given) + size(tags)",
            "integer | int(orElse(zone, '7'))",
            "decimal | credit * 1.5 + double(years)",
            "decimal | credit / double(years)",
            "date | plusYears(startedOn, years)",
            "date | plusMonths(bornOn, years * 5)",
            "date | plusDays(startedOn, -years)",
            "date | years > 2 ? bornOn : startedOn");

    @Test
    void the_database_computes_what_the_service_computes() throws FilterSyntaxException {
        StringBuilder fields = new StringBuilder(STORED);
        for (int i = 0; i < EXPRESSIONS.size(); i++) {
            String[] parts = EXPRESSIONS.get(i).split(" \\| ", 2);
            fields.append("\n  c")
                    .append(i)
                    .append(": { type: ")
                    .append(parts[0])
                    .append(", read: [administrator], compute: \"")
                    .append(parts[1])
                    .append("\" }");
        }
        database.publish(Models.smallWith(fields.toString()));
        Random random = new Random(7480);
        for (int i = 0; i < 60; i++) {
            String email = "a" + i + "@marea.example";
            database.live()
                    .with(revision ->
                            revision.write(Scope.EVERYWHERE, work -> insert(work, values(email, random), random)));
        }

        // Both know what day it is by now(): where another one began meanwhile, they are compared again.
        List<String> different;
        String days;
        do {
            days = days();
            different = different();
        } while (!days.equals(days()));
        assertThat(different).isEmpty();
    }

    private List<String> different() throws FilterSyntaxException {
        List<String> different = new ArrayList<>();
        for (int i = 0; i < EXPRESSIONS.size(); i++) {
            String path = "c" + i;
            assertThat(sorted(path)).as(EXPRESSIONS.get(i)).hasSize(60);
            for (Map<String, Object> account : sorted(path)) {
                Object value = account.get(path);
                String filter = value == null
                        ? "not (" + path + " pr)"
                        : path + " eq " + (value instanceof String text ? '"' + text + '"' : value.toString());
                if (found(filter + " and email eq \"" + account.get("email") + "\"")
                                .size()
                        != 1) {
                    different.add(EXPRESSIONS.get(i) + " of " + account + " is " + value);
                }
            }
        }
        return different;
    }

    /** In every time zone of the records. */
    private String days() {
        return strings(
                        "select string_agg(date(now() at time zone zone)::text, ' ') from unnest(array['UTC', 'Pacific/Kiritimati']) zone")
                .get(0);
    }

    @Test
    void existing_records_get_what_is_computed_for_each() {
        database.publish(Models.smallWith(STORED));
        AccountId ines =
                insert(Map.of("email", "ines@marea.example", "startedOn", LocalDate.of(2024, 2, 29), "years", 3L));
        AccountId noor = insert(Map.of("email", "noor@marea.example"));
        var diff = database.publish(
                Models.smallWith(
                        STORED
                                + "\n  endsOn: { type: date, existing: { from: 'plusYears(startedOn, years)' } }\n"
                                + "  handle: { type: string, maxLength: 4, existing: { from: 'email' } }\n"
                                + "  name2: { type: string, required: true, write: [guest], existing: { from: \"orElse(given, 'nobody')\" } }"));

        assertThat(diff.changes()).extracting(Change::effect).containsOnly(Effect.BACKFILL);
        assertThat(value(ines, "endsOn")).isEqualTo(LocalDate.of(2027, 2, 28));
        assertThat(value(noor, "endsOn")).isNull();
        assertThat(value(noor, "handle")).as("breaks the field's own rules").isNull();
        assertThat(value(noor, "name2")).isEqualTo("nobody");
    }

    /** The expression speaks the new revision's names, while the columns still have the old ones. */
    @Test
    void what_is_computed_may_come_from_fields_that_change_in_the_same_publish() {
        database.publish(Models.smallWith(STORED));
        AccountId ines =
                insert(Map.of("email", "ines@marea.example", "startedOn", LocalDate.of(2024, 3, 1), "zone", "5"));
        String next = STORED.replace("startedOn: { type: date }", "since: { type: date, formerly: startedOn }")
                .replace("zone: { type: string }", "zone: { type: integer }");
        database.publish(
                Models.smallWith(
                        next
                                + "\n  bonus: { type: integer, default: 2 }"
                                + "\n  endsOn: { type: date, required: true, write: [guest], existing: { from: \"plusYears(orElse(since, today), zone + bonus)\" } }"));

        assertThat(value(ines, "endsOn")).isEqualTo(LocalDate.of(2031, 3, 1));
    }

    @Test
    void a_required_field_whose_expression_leaves_somebody_out_owes_an_answer() {
        database.publish(Models.smallWith(STORED));
        insert(Map.of("email", "ines@marea.example"));
        var diff = database.diff(Models.smallWith(
                STORED + "\n  called: { type: string, required: true, write: [guest], existing: { from: 'given' } }"));

        assertThat(diff.changes()).extracting(Change::effect).containsExactly(Effect.DECISION);
        assertThat(diff.changes().get(0).consequence()).contains("gives 1 record no value");
    }

    private static Map<String, @Nullable Object> values(String email, Random random) {
        Map<String, @Nullable Object> values = new HashMap<>();
        values.put("email", email);
        values.put("given", some(random, "Noor", "Inés", " Ana ", "Zoé"));
        values.put("family", some(random, "Rey", "Haddad", "noor", "Ñandú"));
        values.put("bornOn", some(random, LocalDate.of(1988, 2, 29), LocalDate.of(1990, 12, 31), LocalDate.now()));
        values.put("startedOn", some(random, LocalDate.of(2024, 2, 29), LocalDate.of(2025, 11, 23), LocalDate.now()));
        values.put("years", some(random, 0L, 1L, 3L, -2L, 8000L));
        values.put("credit", some(random, new BigDecimal("12.50"), new BigDecimal("-3.25"), BigDecimal.ZERO));
        values.put("zone", some(random, "UTC", "Pacific/Kiritimati", "Harbour/Nowhere", "12"));
        values.put("tags", some(random, List.of("crew"), List.of("a", "b")));
        return values;
    }

    private static @Nullable Object some(Random random, Object... choices) {
        int index = random.nextInt(choices.length + 1);
        return index == choices.length ? null : choices[index];
    }

    private static AccountId insert(Work work, Map<String, @Nullable Object> values, Random random) {
        Map<FieldPath, @Nullable Object> typed = new HashMap<>();
        values.forEach((path, value) -> typed.put(FieldPath.parse(path), value));
        AccountId id =
                new Accounts(work).insert(new NewAccount(work.revision().model().defaultKind(), typed, Instant.now()));
        if (random.nextBoolean()) {
            new GivenRoles(work)
                    .give(
                            Controlled.byCuenta(id),
                            work.revision().model().roles().get("administrator"),
                            GrantTerms.PLAIN,
                            Giver.CUENTA);
        }
        return id;
    }

    private AccountId insert(Map<String, ?> values) {
        return database.live()
                .with(revision ->
                        revision.write(Scope.EVERYWHERE, work -> insert(work, new HashMap<>(values), new Random(1))));
    }

    private List<Map<String, Object>> sorted(String path) {
        return database.live()
                .with(revision -> revision.read(Scope.EVERYWHERE, work -> {
                    var attributes = Attributes.of(revision.model(), field -> true);
                    var query = new AccountQuery(null, attributes.find(path).orElseThrow(), false, 100, null);
                    List<Map<String, Object>> seen = new ArrayList<>();
                    for (AccountRecord record : new Accounts(work).page(query)) {
                        seen.add(revision.projection()
                                .project(record, Viewer.of(Set.of(new Party("administrator"))), Set.of()));
                    }
                    return seen;
                }));
    }

    private List<AccountRecord> found(String filter) throws FilterSyntaxException {
        var parsed = FilterParser.parse(filter);
        return database.live()
                .with(revision -> revision.read(Scope.EVERYWHERE, work -> {
                    var attributes = Attributes.of(revision.model(), field -> true);
                    Conditions conditions = new Conditions(attributes);
                    var condition =
                            conditions.bind(parsed).orElseThrow(() -> new AssertionError(conditions.refusals()));
                    return new Accounts(work)
                            .page(new AccountQuery(
                                    condition, attributes.find("id").orElseThrow(), false, 100, null));
                }));
    }
}
