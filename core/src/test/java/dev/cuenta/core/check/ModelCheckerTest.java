package dev.cuenta.core.check;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.core.file.ModelFile;
import dev.cuenta.core.finding.Finding;
import dev.cuenta.core.finding.FindingCode;
import dev.cuenta.core.model.Models;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ModelCheckerTest {
    @Test
    void the_small_model_is_beyond_reproach() {
        assertThat(ModelFile.read("test.yaml", Models.SMALL).findings()).isEmpty();
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "berth: { type: string, required: true }                                             | SIGN_UP_IMPOSSIBLE",
                "user: { type: string, signIn: true, uniqueness: server }                            | SIGN_IN_OPTIONAL",
                "user: { type: string, signIn: true, required: true, write: [guest] }                | SIGN_IN_NOT_UNIQUE",
                "user: { type: string, signIn: true, required: true, uniqueness: server, caseExact: true, write: [guest] } | SIGN_IN_CASE_EXACT",
                "news: { type: boolean, default: true }                                              | PROMOTES_EXISTING",
                "news: { type: boolean, existing: true }                                             | PROMOTES_EXISTING",
                "mobilePhone: { type: integer }                                                      | PHONE_AS_NUMBER",
                "about: { type: text }                                                               | UNBOUNDED_TEXT",
                "bornOn: { type: date, sensitivity: personal, read: [owner, member] }                | PERSONAL_TOO_OPEN",
                "lost: { type: string, write: [] }                                                   | WRITABLE_BY_NOBODY",
                "lost: { type: string, read: [] }                                                    | READABLE_BY_NOBODY"
            })
    void a_doubtful_field_is_found(String field, FindingCode code) {
        assertFinds(Models.smallWith(field), code);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "news: { type: boolean, default: true, existing: false }",
                "berth: { type: string, required: true, default: A01 }",
                "shipsLog: { type: text, maxLength: 400 }",
                "phone: { type: phone }",
                "pin: { type: string, read: [], returned: never }"
            })
    void a_field_that_is_well_thought_of_is_left_alone(String field) {
        assertThat(ModelFile.read("test.yaml", Models.smallWith(field)).findings())
                .isEmpty();
    }

    @Test
    void guessable_ids_shown_to_guests_are_found() {
        assertFinds(Models.SMALL + "id: sequence\n", FindingCode.GUESSABLE_ID);
    }

    @Test
    void a_display_name_that_gives_a_hidden_field_away_is_found() {
        assertFinds(
                Models.SMALL.replace("maxLength: 40,", "maxLength: 40, returned: never,"),
                FindingCode.HIDDEN_DISPLAY_NAME);
    }

    @Test
    void a_role_number_that_is_used_twice_is_found() {
        assertFinds(Models.SMALL.replace("number: 1,", "number: 9,"), FindingCode.ROLE_NUMBER_REUSED);
    }

    @Test
    void a_model_that_nobody_could_administer_is_found() {
        assertFinds(Models.SMALL.replace("may: ['*']", "may: [accounts.read]"), FindingCode.NO_ADMINISTRATOR);
    }

    @Test
    void a_default_that_makes_everyone_an_administrator_is_found() {
        assertFinds(Models.SMALL.replace("may: ['*']", "may: ['*'], default: true"), FindingCode.DEFAULT_ADMINISTRATES);
    }

    @Test
    void a_model_in_which_nobody_can_sign_in_is_found() {
        assertFinds(Models.SMALL.replace("signIn: true, ", ""), FindingCode.NO_SIGN_IN);
    }

    @Test
    void a_profile_that_no_kind_has_is_found() {
        assertFinds(
                Models.SMALL + "kinds: { staff: {} }\nprofiles: { person: { fields: { a: { type: string } } } }\n",
                FindingCode.UNUSED_PROFILE);
    }

    @Test
    void a_field_that_stands_in_every_kind_is_found() {
        String kinds = """
                kinds: { staff: { profiles: [work] }, guest: { profiles: [visit] } }
                profiles:
                  work: { fields: { since: { type: date } } }
                  visit: { fields: { since: { type: date } } }
                """;
        assertFinds(Models.SMALL + kinds, FindingCode.SAME_IN_EVERY_KIND);
    }

    @Test
    void a_rule_that_takes_everyone_is_found() {
        assertFinds(
                Models.SMALL + "retention: { all: { after: P1Y, since: meta.created, do: delete } }\n",
                FindingCode.RETENTION_SPARES_NONE);
    }

    @Test
    void a_rule_that_leaves_no_time_is_found() {
        assertFinds(
                Models.SMALL
                        + "retention: { soon: { where: 'not (name pr)', after: PT2H, since: meta.created, do: delete } }\n",
                FindingCode.RETENTION_TOO_SOON);
    }

    private static void assertFinds(String source, FindingCode code) {
        assertThat(ModelFile.read("test.yaml", source).findings())
                .extracting(Finding::code)
                .containsExactly(code);
    }
}
