package dev.cuenta.core.revision;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.tuple;

import dev.cuenta.core.model.Field;
import dev.cuenta.core.model.FieldPath;
import dev.cuenta.core.model.Models;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ModelDiffTest {
    /** A hundred accounts of each kind, ten values in each field, nothing kept aside. */
    private static class Hundred implements StoredRecords {
        @Override
        public long accounts() {
            return 100;
        }

        @Override
        public long accountsOfKind(String kind) {
            return 100;
        }

        @Override
        public long values(Field field) {
            return 10;
        }

        @Override
        public Optional<Kept> kept(Field field) {
            return Optional.empty();
        }

        @Override
        public boolean keptDifferently(FieldPath path) {
            return false;
        }
    }

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
                .containsExactly("option-added:theme", "field-added:newsletter", "field-added:employment.homeHarbour");
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
                "a: { type: string, uniqueness: server, default: x }        | field-added:a   | DECISION | false"
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
                "a: { type: string }                         | a: { type: integer }",
                "a: { type: string }                         | a: { type: string, maxLength: 5 }",
                "a: { type: string }                         | a: { type: string, uniqueness: server }",
                "a: { type: choice, options: [day, night] }  | a: { type: choice, options: [day] }",
                "a: { type: string, default: x }             | a: { type: string, default: x, required: true }"
            })
    void what_this_version_cannot_do_is_refused_by_name(String before, String after) {
        Change change = only(Models.smallWith(before), Models.smallWith(after));

        assertThat(change.name()).isEqualTo("cannot-change:a");
        assertThat(change.blocks()).isTrue();
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {"id: sequence", "tenants: { membership: many }", "kinds: { staff: {} }"})
    void a_change_of_the_ground_is_refused(String section) {
        assertThat(between(Models.SMALL, Models.SMALL + section + "\n").blocking())
                .isNotEmpty();
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "a: { type: string }                        | a: { type: string, label: Ship }              | FIELD_DESCRIBED",
                "a: { type: string }                        | a: { type: string, read: [owner] }            | ACCESS_CHANGED",
                "a: { type: choice, options: [day] }        | a: { type: choice, options: [day, night] }    | OPTION_ADDED"
            })
    void what_touches_no_record_is_instant(String before, String after, ChangeKind kind) {
        Change change = only(Models.smallWith(before), Models.smallWith(after));

        assertThat(change.kind()).isEqualTo(kind);
        assertThat(change.effect()).isEqualTo(Effect.INSTANT);
    }

    @Test
    void a_role_number_is_for_ever() {
        Change change = only(Models.SMALL, Models.SMALL.replace("number: 1,", "number: 2,"));

        assertThat(change.name()).isEqualTo("cannot-change:roles.boater");
    }

    @Test
    void the_fingerprint_stands_for_text_revision_and_effects_but_not_for_exact_counts() {
        Diff hundred = between(Models.SMALL, Models.smallWith("a: { type: string }"));
        Diff more = new Diff(
                1,
                hundred.changes().stream()
                        .map(change -> new Change(
                                change.kind(),
                                change.path(),
                                change.effect(),
                                change.what(),
                                change.consequence(),
                                101,
                                change.toAllow()))
                        .toList());

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
