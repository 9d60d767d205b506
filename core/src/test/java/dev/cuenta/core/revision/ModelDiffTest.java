package dev.cuenta.core.revision;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.tuple;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.model.Field;
import dev.cuenta.core.model.Models;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ModelDiffTest {
    @Test
    void the_same_model_changes_nothing() {
        assertThat(ModelDiff.between(1, Models.marea(), Models.marea(), new Hundred())
                        .isEmpty())
                .isTrue();
    }

    @Test
    void the_demo_s_next_revision_changes_what_it_says() {
        Diff diff = ModelDiff.between(1, Models.marea(), Models.mareaNext(), new Hundred());

        assertThat(diff.changes())
                .extracting(Change::name)
                .containsExactly(
                        "limits-widened:theme", "field-added:newsletter", "field-added:employment.homeHarbour");
        assertThat(diff.blocking()).isEmpty();
        assertThat(diff.notAllowed(List.of())).isEmpty();
        assertThat(diff.changes().get(2).consequence()).isEqualTo("Existing records get Punta Clara.");
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "a: { type: string }                                        | field-added:a   | INSTANT  | false",
                "a: { type: boolean, default: false }                       | field-added:a   | INSTANT  | false",
                "a: { type: boolean, default: true }                        | field-added:a   | INSTANT  | true",
                "a: { type: string, required: true, write: [guest] }        | field-added:a   | DECISION | false",
                "a: { type: string, required: true, existing: x, write: [guest] } | field-added:a | INSTANT | false",
                "a: { type: string, uniqueness: server, existing: x }       | field-added:a   | DECISION | false"
            })
    void a_new_field_says_what_existing_records_get(String field, String name, Effect effect, boolean toAllow) {
        Change change = only(Models.SMALL, Models.smallWith(field));

        assertThat(change.name()).isEqualTo(name);
        assertThat(change.effect()).isEqualTo(effect);
        assertThat(change.toAllow()).isEqualTo(toAllow);
    }

    @Test
    void a_removed_field_is_a_loss_that_must_be_allowed_by_name() {
        String before = Models.smallWith("a: { type: string }");
        Diff diff = between(before, Models.SMALL);

        assertThat(diff.changes()).extracting(Change::effect).containsExactly(Effect.LOSS);
        assertThat(diff.notAllowed(List.of())).hasSize(1);
        assertThat(diff.notAllowed(List.of("field-removed:a"))).isEmpty();
    }

    @Test
    void a_field_that_comes_back_brings_its_values() {
        StoredRecords stored = new Hundred() {
            @Override
            public Optional<Kept> kept(Field field) {
                return Optional.of(new Kept(90, 10, 0));
            }
        };
        Diff diff = ModelDiff.between(2, Models.small(), Models.of(Models.smallWith("a: { type: string }")), stored);

        assertThat(diff.changes())
                .extracting(Change::name, Change::effect)
                .containsExactly(tuple("field-restored:a", Effect.INSTANT));
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "a: { type: string }                         | a: { type: integer }                        | type-changed:a       | BACKFILL",
                "a: { type: boolean }                        | a: { type: integer }                        | cannot-change:a      | UNSUPPORTED",
                "a: { type: string, multiValued: true }      | a: { type: string }                         | cannot-change:a      | UNSUPPORTED",
                "a: { type: string }                         | a: { type: string, multiValued: true }      | type-changed:a       | BACKFILL",
                "a: { type: string }                         | a: { type: text }                           | type-changed:a       | INSTANT",
                "a: { type: string }                         | a: { type: string, maxLength: 5 }           | limits-narrowed:a    | INSTANT",
                "a: { type: integer, max: 9 }                | a: { type: integer, max: 8 }                | limits-narrowed:a    | INSTANT",
                "a: { type: integer, min: 1, max: 9 }        | a: { type: integer, max: 9 }                | limits-widened:a     | INSTANT",
                "a: { type: string }                         | a: { type: string, uniqueness: server }     | uniqueness-added:a   | INSTANT",
                "a: { type: string, uniqueness: server }     | a: { type: string }                         | uniqueness-dropped:a | INSTANT",
                "a: { type: choice, options: [day, night] }  | a: { type: choice, options: [day] }         | limits-narrowed:a    | INSTANT",
                "a: { type: string, required: true, default: x } | a: { type: string, default: x }         | became-optional:a    | INSTANT",
                "a: { type: string, default: x }             | a: { type: string, default: x, required: true } | became-required:a | BACKFILL",
                "a: { type: string, write: [guest] }         | a: { type: string, required: true, write: [guest] } | became-required:a | DECISION",
                "a: { type: string }                         | b: { type: string, formerly: a }            | field-renamed:b      | INSTANT",
                "b: { type: string, formerly: a }            | a: { type: string }                         | field-renamed:a      | INSTANT",
                "a: { type: string }                         | a: { type: string, search: true }           | search-changed:a     | INSTANT",
                "a: { type: string }                         | a: { type: string, indexed: true }          | index-changed:a      | INSTANT"
            })
    void a_changed_field_is_classed_by_what_it_does_to_the_records(
            String before, String after, String name, Effect effect) {
        Change change = only(Models.smallWith(before), Models.smallWith(after));

        assertThat(change.name()).isEqualTo(name);
        assertThat(change.effect()).isEqualTo(effect);
    }

    @Test
    void a_name_that_is_taken_back_where_nothing_can_be_converted_is_a_loss_and_a_new_field() {
        Diff diff = between(
                Models.smallWith("links: { type: url, multiValued: true, formerly: website }"),
                Models.smallWith("website: { type: url }"));

        assertThat(diff.changes())
                .extracting(Change::name)
                .containsExactly("field-removed:links", "field-added:website");
    }

    @Test
    void values_that_do_not_fit_are_counted_shown_and_must_be_allowed_by_name() {
        Change change = narrowed("a: { type: integer, write: [guest] }");

        assertThat(change.effect()).isEqualTo(Effect.NARROWING);
        assertThat(change.records()).isEqualTo(3);
        assertThat(change.toAllow()).isTrue();
        assertThat(change.examples()).containsExactly("pontoon B");
        assertThat(change.consequence()).contains("set aside").contains("becomes empty");
    }

    @Test
    void values_that_do_not_fit_a_required_field_owe_an_answer() {
        assertThat(narrowed("a: { type: integer, required: true, write: [guest] }")
                        .effect())
                .isEqualTo(Effect.DECISION);
        assertThat(narrowed("a: { type: integer, required: true, existing: 7, write: [guest] }")
                        .consequence())
                .contains("become 7");
    }

    @Test
    void examples_of_personal_values_are_masked() {
        assertThat(narrowed("a: { type: integer, sensitivity: personal }").examples())
                .containsExactly("p… (9 characters)");
        assertThat(narrowed("a: { type: integer, returned: never }").examples()).isEmpty();
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '`',
            value = {
                "a: { type: choice, options: [n, s, w] }|a: { type: choice, options: [s] }|a eq \"n\" or a eq \"w\"",
                "a: { type: decimal, max: 60 }|a: { type: decimal, min: 1, max: 12.5 }|a lt 1 or a gt 12.5",
                "a: { type: string }|a: { type: string, maxLength: 9 }|``",
                "a: { type: integer }|a: { type: boolean }|``",
                "a: { type: choice, options: [n, s], sensitivity: secret, read: [owner] }|a: { type: choice, options: [s], sensitivity: secret, read: [owner] }|``"
            })
    void a_filter_finds_all_who_are_in_the_way_where_it_can_say_so(String before, String after, String filter) {
        assertThat(narrowed(before, after).filter()).isEqualTo(filter);
    }

    private static Change narrowed(String after) {
        return narrowed("a: { type: string, write: [guest] }", after);
    }

    private static Change narrowed(String before, String after) {
        StoredRecords stored = new Hundred() {
            @Override
            public Misfits misfits(Field before, Field field) {
                return new Misfits(new InTheWay(3, List.of(new AccountId("7"))), 0, List.of("pontoon B"));
            }

            @Override
            public long without(Field field) {
                return 0;
            }
        };
        return ModelDiff.between(1, Models.of(Models.smallWith(before)), Models.of(Models.smallWith(after)), stored)
                .changes()
                .get(0);
    }

    @Test
    void values_that_collide_are_counted_and_nobody_guesses_which_one_stays() {
        StoredRecords stored = new Hundred() {
            @Override
            public InTheWay collisions(Field before, Field after) {
                return new InTheWay(4, List.of(new AccountId("7"), new AccountId("9")));
            }
        };
        Change change = ModelDiff.between(
                        1,
                        Models.of(Models.smallWith("a: { type: string }")),
                        Models.of(Models.smallWith("a: { type: string, uniqueness: server }")),
                        stored)
                .changes()
                .get(0);

        assertThat(change.effect()).isEqualTo(Effect.DECISION);
        assertThat(change.records()).isEqualTo(4);
        assertThat(change.accounts()).containsExactly(new AccountId("7"), new AccountId("9"));
        assertThat(change.remembered().accounts()).isEmpty();
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "{ staff: {}, crew: {} } | { staff: {} }                    | kind-removed:kinds.crew | DECISION",
                "{ staff: {}, crew: {} } | { staff: { formerly: [crew] } }  | kind-removed:kinds.crew | BACKFILL",
                "{ staff: {} }           | { staff: {}, crew: {} }          | kind-added:kinds.crew   | INSTANT"
            })
    void kinds_come_and_go(String before, String after, String name, Effect effect) {
        Change change = only(Models.SMALL + "kinds: " + before + "\n", Models.SMALL + "kinds: " + after + "\n");

        assertThat(change.name()).isEqualTo(name);
        assertThat(change.effect()).isEqualTo(effect);
    }

    @Test
    void a_contract_that_loses_a_field_is_named_with_its_service() {
        String services = "services: { billing: { reads: [email, a] } }\n";
        Diff gone = between(
                Models.smallWith("a: { type: string }") + services,
                Models.SMALL + "services: { billing: { reads: [email] } }\n");
        Diff renamed = between(
                Models.smallWith("a: { type: string }") + services,
                Models.smallWith("b: { type: string, formerly: a }")
                        + "services: { billing: { reads: [email, b] } }\n");

        assertThat(gone.changes()).extracting(Change::name).contains("contract-touched:billing.a");
        assertThat(renamed.changes())
                .filteredOn(change -> change.effect() == Effect.CONTRACT)
                .extracting(Change::what)
                .containsExactly("The contract of `billing` loses `a`: the field is called `b` now.");
        assertThat(renamed.notAllowed(List.of())).hasSize(1);
    }

    @Test
    void a_role_that_goes_is_a_loss_and_its_number_promotes_nobody_in_silence() {
        String crew = Models.SMALL.replace("roles:\n", "roles:\n  crew: { number: 3 }\n");
        Change removed = only(crew, Models.SMALL);
        Change reused = only(Models.SMALL, crew);

        assertThat(removed.name()).isEqualTo("role-removed:roles.crew");
        assertThat(removed.effect()).isEqualTo(Effect.LOSS);
        assertThat(reused.toAllow()).isTrue();
        assertThat(reused.records()).isEqualTo(10);
        assertThat(only(crew, crew.replace("crew:", "hands:")).what())
                .isEqualTo("The role `crew` is called `hands` now.");
    }

    @Test
    void what_a_role_limits_says_whom_it_concerns() {
        String crew = Models.SMALL.replace("roles:\n", "roles:\n  crew: { number: 3, may: [accounts.read] }\n");
        Change excludes = only(crew, crew.replace("number: 3", "number: 3, excludes: [administrator]"));
        assertThat(excludes.records()).isEqualTo(2);
        assertThat(excludes.toAllow()).isTrue();
        assertThat(only(crew, crew.replace("number: 3", "number: 3, approval: true"))
                        .what())
                .isEqualTo("The role `crew` counts only when a second person has approved it.");
        assertThat(only(crew, crew.replace("number: 3", "number: 3, description: Hands on deck"))
                        .what())
                .isEqualTo("The role `crew` is described differently.");
    }

    /** {@code Hundred}'s billing said that it knows the roles boater and administrator, and the kind berthHolder. */
    @Test
    void what_the_code_of_a_service_would_not_know_is_told() {
        String services = Models.SMALL + "services: { billing: { reads: [email, roles] } }\n";
        String more = services.replace("roles:\n", "roles:\n  crew: { number: 3, may: [accounts.read] }\n");
        assertThat(ModelDiff.between(1, Models.of(services), Models.of(more), new Hundred())
                        .changes())
                .extracting(Change::name, Change::what)
                .contains(tuple(
                        "contract-touched:billing.vocabulary.roles",
                        "The code of `billing` differs: The role `crew` is not known to the code."));
        String renumbered = services.replace("number: 1,", "number: 4,").replace("boater:", "sailor:");
        assertThat(ModelDiff.between(1, Models.of(services), Models.of(renumbered), new Hundred())
                        .changes())
                .extracting(Change::what)
                .contains("The code of `billing` differs: There is no role `boater`.");
    }

    @Test
    void a_retention_rule_says_how_many_it_would_take_now() {
        String rule = "retention: { old: { where: 'name pr', after: P2Y, since: meta.created, do: delete } }\n";
        Change change = only(Models.SMALL, Models.SMALL + rule);

        assertThat(change.what()).isEqualTo("The retention rule `old` is new.");
        assertThat(change.consequence()).startsWith("It would take 7 accounts now.");
    }

    @Test
    void a_change_of_the_ground_is_refused() {
        assertThat(between(Models.SMALL, Models.SMALL.replaceFirst("name: \\w+", "name: harbour"))
                        .blocking())
                .isNotEmpty();
    }

    @Test
    void ids_of_another_sort_are_given_to_every_account_and_concern_every_service() {
        String services = Models.SMALL + "services: { billing: { reads: [email] } }\n";
        Change change = only(Models.SMALL, Models.SMALL + "id: sequence\n");

        assertThat(change.name()).isEqualTo("ids-changed:id");
        assertThat(change.effect()).isEqualTo(Effect.BACKFILL);
        assertThat(change.records()).isEqualTo(100);
        assertThat(between(services, services + "id: sequence\n").changes())
                .extracting(Change::name, Change::toAllow)
                .containsExactly(tuple("ids-changed:id", false), tuple("contract-touched:billing.id", true));
        assertThat(only(Models.SMALL, Models.SMALL + "id: uuid4\n").effect()).isEqualTo(Effect.INSTANT);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "a: { type: string }                        | a: { type: string, label: Ship }              | FIELD_DESCRIBED",
                "a: { type: string }                        | a: { type: string, read: [owner] }            | ACCESS_CHANGED",
                "a: { type: choice, options: [day] }        | a: { type: choice, options: [day, night] }    | LIMITS_WIDENED"
            })
    void what_touches_no_record_is_instant(String before, String after, ChangeKind kind) {
        Change change = only(Models.smallWith(before), Models.smallWith(after));

        assertThat(change.kind()).isEqualTo(kind);
        assertThat(change.effect()).isEqualTo(Effect.INSTANT);
    }

    @Test
    void names_what_no_record_depends_on() {
        Change change = only(
                Models.smallWith("a: { type: phone }"),
                Models.smallWith("a: { type: phone, confirm: P3D, sensitivity: personal, label: Telephone }"));

        assertThat(change.what()).isEqualTo("`a` has another `sensitivity`, `confirm`, label, description or place.");
    }

    @Test
    void a_role_number_is_for_ever() {
        Change change = only(Models.SMALL, Models.SMALL.replace("number: 1,", "number: 2,"));

        assertThat(change.name()).isEqualTo("cannot-change:roles.boater");
    }

    @Test
    void a_revision_that_leaves_nobody_who_administers_is_refused() {
        StoredRecords onlyTheNinth = new Hundred() {
            @Override
            public long holders(int role) {
                return role == 9 ? 1 : 0;
            }

            @Override
            public long strongHolders(int role) {
                return 0;
            }
        };
        String other = Models.SMALL.replace(
                "administrator: { number: 9, may: ['*'] }",
                "administrator: { number: 9, may: [accounts.read] }\n  owner2: { number: 10, may: ['*'] }");
        String strong = Models.SMALL.replace("may: ['*'] }", "may: ['*'], secondFactor: true }");

        assertThat(ModelDiff.between(1, Models.small(), Models.of(other), onlyTheNinth)
                        .blocking())
                .extracting(Change::name)
                .containsExactly("administrators-lost:roles");
        assertThat(ModelDiff.between(1, Models.small(), Models.of(strong), onlyTheNinth)
                        .notAllowed(List.of()))
                .extracting(Change::name)
                .containsExactly("administrators-lost:roles");
        assertThat(ModelDiff.between(1, Models.small(), Models.of(strong), new Hundred())
                        .notAllowed(List.of()))
                .isEmpty();
    }

    @Test
    void who_gains_a_permission_or_a_field_is_told_with_how_many_and_has_to_be_allowed() {
        String live = Models.SMALL.replace(
                "roles:\n",
                "  code: { type: string, read: [administrator], write: [administrator] }\nroles:\n  clerk: { number: 2, may: [accounts.read] }\n");
        String next = live.replace("read: [administrator], write", "read: [administrator, clerk], write")
                .replace("may: [accounts.read]", "may: [accounts.read, accounts.write]")
                .replace("boater: { number: 1, default: true }", "boater: { number: 1 }")
                .replace("clerk: { number: 2,", "clerk: { number: 2, default: true,");
        Diff diff = ModelDiff.between(1, Models.of(live), Models.of(next), new Hundred());

        assertThat(diff.notAllowed(List.of()))
                .extracting(Change::name, Change::effect, Change::records)
                .containsExactlyInAnyOrder(
                        tuple("rights-grow:roles.clerk", Effect.GRANT, 10L),
                        tuple("rights-grow:roles.clerk.default", Effect.GRANT, 0L),
                        tuple("rights-grow:code", Effect.GRANT, 10L));
        assertThat(diff.changes())
                .extracting(Change::what)
                .contains(
                        "`clerk` may accounts.write from now on.",
                        "`code`: clerk may read it, and could not.",
                        "New accounts get `boater` no more.");
        assertThat(ModelDiff.between(1, Models.of(next), Models.of(live), new Hundred())
                        .changes())
                .filteredOn(change -> change.effect() == Effect.GRANT)
                .extracting(Change::name)
                .containsExactly("rights-grow:roles.boater.default");
    }

    @Test
    void what_a_service_loses_or_gains_besides_fields_is_told() {
        String live = Models.SMALL
                + "services:\n  berths: { reads: [roles, email], dependents: { booking: { onDelete: restrict } } }\n";
        String next = live.replace("restrict", "cascade")
                .replace("reads: [roles, email]", "reads: [roles, email], asks: [berths.assign]")
                .replace("boater:", "sailor:");
        Diff diff = ModelDiff.between(1, Models.of(live), Models.of(next), new Hundred());

        assertThat(diff.changes())
                .extracting(Change::name)
                .containsExactlyInAnyOrder(
                        "rules-changed:roles.sailor",
                        "contract-touched:berths.roles.boater",
                        "contract-touched:berths.dependents.booking",
                        "rules-changed:services.berths");
        assertThat(diff.changes())
                .extracting(Change::what)
                .contains(
                        "The dependents `booking` of `berths` cascade instead of restrict.",
                        "The contract of `berths` grows: it asks `berths.assign`.");
    }

    @Test
    void a_field_that_was_probably_renamed_is_asked_about() {
        String live = Models.smallWith("berth: { type: string }");
        String place = Models.smallWith("place: { type: string }");
        String several = Models.smallWith("place: { type: string }\n  quay: { type: string }");

        assertThat(ModelDiff.between(1, Models.of(live), Models.of(place), new Hundred())
                        .changes())
                .filteredOn(change -> change.kind() == ChangeKind.FIELD_REMOVED)
                .extracting(Change::consequence)
                .singleElement()
                .asString()
                .endsWith("Is it `place` now? Then write `formerly` there with its name, and the values come along.");
        assertThat(ModelDiff.between(1, Models.of(live), Models.of(several), new Hundred())
                        .changes())
                .noneMatch(change -> change.consequence().contains("Is it"));
    }

    @Test
    void a_service_keeps_a_computed_field_that_stays() {
        String model = Models.SMALL.replace("roles:\n", "  shout: { type: string, compute: 'name' }\nroles:\n")
                + "services:\n  berths: { reads: [shout] }\n";

        assertThat(ModelDiff.between(1, Models.of(model), Models.of(model), new Hundred())
                        .isEmpty())
                .isTrue();
    }

    @Test
    void the_fingerprint_stands_for_text_revision_and_effects_but_not_for_exact_counts() {
        Diff hundred = between(Models.SMALL, Models.smallWith("a: { type: string }"));
        Diff more = new Diff(
                1,
                hundred.changes().stream().map(change -> change.touching(101)).toList());

        assertThat(hundred.fingerprint("x")).isEqualTo(more.fingerprint("x")).isNotEqualTo(hundred.fingerprint("y"));
        assertThat(new Diff(2, hundred.changes()).fingerprint("x")).isNotEqualTo(hundred.fingerprint("x"));
    }

    private static Change only(String before, String after) {
        Diff diff = between(before, after);
        assertThat(diff.changes()).hasSize(1);
        return diff.changes().get(0);
    }

    private static Diff between(String before, String after) {
        return ModelDiff.between(1, Models.of(before), Models.of(after), new Hundred());
    }
}
