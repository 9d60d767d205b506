package dev.cuenta.core.check;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.core.file.ModelFile;
import dev.cuenta.core.finding.Finding;
import dev.cuenta.core.finding.FindingCode;
import dev.cuenta.core.model.Models;
import java.util.List;
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
                "user: { type: string, pattern: '[a-z]+', signIn: true, uniqueness: server }                            | SIGN_IN_OPTIONAL",
                "user: { type: string, pattern: '[a-z]+', signIn: true, required: true, write: [guest] }                | SIGN_IN_NOT_UNIQUE",
                "user: { type: string, pattern: '[a-z]+', signIn: true, required: true, uniqueness: server, caseExact: true, write: [guest] } | SIGN_IN_CASE_EXACT",
                "news: { type: boolean, default: true }                                              | PROMOTES_EXISTING",
                "news: { type: boolean, existing: true }                                             | PROMOTES_EXISTING",
                "mobilePhone: { type: integer }                                                      | PHONE_AS_NUMBER",
                "about: { type: text }                                                               | UNBOUNDED_TEXT",
                "bornOn: { type: date, sensitivity: personal, read: [owner, member] }                | PERSONAL_TOO_OPEN",
                "lost: { type: string, write: [] }                                                   | WRITABLE_BY_NOBODY",
                "lost: { type: string, read: [] }                                                    | READABLE_BY_NOBODY",
                "berth: { type: string, uniqueness: server, default: A00 }                           | DEFAULT_OF_IDENTIFIER",
                "berth: { type: string, pattern: '.*' }                                              | PATTERN_TOO_WIDE",
                "berth: { type: string, mutability: immutable, write: [owner] }                      | IMMUTABLE_AND_UNSET",
                "bow: { type: string, label: Name }                                                  | SAME_LABEL",
                "user: { type: string, required: true, signIn: true, uniqueness: server, write: [guest] }            | SIGN_IN_OVERLAPS",
                "credit: { type: decimal, precision: 9, scale: 2, write: [guest, owner] }            | GUEST_WRITES_FLAG",
                "approved: { type: boolean, default: false, write: [guest, administrator] }          | GUEST_WRITES_FLAG",
                "news: { type: boolean, write: [guest, owner, administrator] }                       | NONE",
                "code: { type: string, returned: never, read: [owner] }                              | HIDDEN_WITH_READERS",
                "code: { type: string, returned: never }                                             | NONE",
                "friend: { type: account, required: true, write: [guest] }                           | BAD_VALUE",
                "tags: { type: string, multiValued: true, uniqueness: server }                       | UNKNOWN_KEY",
                "age: { type: integer, compute: 'age + 1' }                                          | COMPUTED_CIRCLE",
                "age: { type: integer, read: [owner, member, administrator], compute: 'size(name)' } | NONE"
            })
    void a_doubtful_field_is_found(String field, String code) {
        assertThat(ModelFile.read("test.yaml", Models.smallWith(field.replace("\\n", "\n")))
                        .findings())
                .extracting(finding -> finding.code().name())
                .isEqualTo(code.equals("NONE") ? List.of() : List.of(code));
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
    void a_computed_field_that_tells_what_is_hidden_is_found() {
        assertFinds(
                Models.smallWith("bornOn: { type: date, sensitivity: personal }\n"
                        + "  age: { type: integer, read: [member], compute: 'years(bornOn, today)' }"),
                FindingCode.COMPUTED_REVEALS);
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

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "services: { billing: {} }                                     | SERVICE_WITHOUT_CONTRACT",
                "services: { billing: { writes: [email] } }                    | SERVICE_WRITES_IDENTIFIER",
                "kinds: { staff: { default: true }, crew: { default: true } }  | TWO_DEFAULT_KINDS",
                "retention: { old: { where: 'name eq \"a\" and name eq \"b\"', after: P1Y, since: meta.created, do: delete } } | RETENTION_NEVER_MATCHES",
                "retention: { old: { where: 'not (name pr) and name eq \"b\"', after: P1Y, since: meta.created, do: delete } } | RETENTION_NEVER_MATCHES"
            })
    void a_doubtful_section_is_found(String section, FindingCode code) {
        assertFinds(Models.SMALL + section + "\n", code);
    }

    @Test
    void what_a_contract_promises_and_the_field_withholds_is_found() {
        assertFinds(
                Models.smallWith("code: { type: string, returned: never }")
                        + "services: { gates: { reads: [code] } }\n",
                FindingCode.HIDDEN_FROM_SERVICE);
    }

    @Test
    void a_personal_field_in_every_contract_is_found() {
        assertFinds(
                Models.smallWith("bornOn: { type: date, sensitivity: personal }")
                        + "services: { gates: { reads: ['*'] }, billing: { reads: [bornOn] } }\n",
                FindingCode.PERSONAL_TO_EVERY_SERVICE);
    }

    @Test
    void rules_that_choose_the_same_accounts_are_found() {
        String rule = "{ where: 'not (name pr)', after: P1Y, since: meta.created, do: delete }";
        assertFinds(
                Models.SMALL + "retention: { one: " + rule + ", other: " + rule + " }\n",
                FindingCode.RETENTION_OVERLAPS);
    }

    @Test
    void a_rule_that_counts_from_a_date_that_may_be_missing_is_found() {
        assertFinds(
                Models.smallWith("leftOn: { type: date, indexed: true }")
                        + "retention: { left: { where: 'name pr', after: P1Y, since: leftOn, do: delete } }\n",
                FindingCode.RETENTION_SINCE_OPTIONAL);
    }

    @Test
    void a_rule_that_reads_every_account_is_found() {
        String rule = "retention: { left: { where: '%s', after: P1Y, since: leftOn, do: delete } }\n";
        String model = Models.smallWith(
                "leftOn: { type: date, required: true, existing: 2026-01-01, write: [guest, owner, administrator] }");
        assertFinds(model + rule.formatted("not (name pr)"), FindingCode.RETENTION_UNINDEXED);
        assertFinds(
                model + rule.formatted("name eq \"a\" or email eq \"b@marea.example\""),
                FindingCode.RETENTION_UNINDEXED);
        assertThat(ModelFile.read("test.yaml", model + rule.formatted("name eq \"a\" and email eq \"b@marea.example\""))
                        .findings())
                .isEmpty();
    }

    @Test
    void a_role_that_does_nothing_is_found() {
        assertFinds(Models.SMALL.replace("roles:\n", "roles:\n  crew: { number: 3 }\n"), FindingCode.UNUSED_ROLE);
    }

    private static void assertFinds(String source, FindingCode code) {
        assertThat(ModelFile.read("test.yaml", source).findings())
                .extracting(Finding::code)
                .containsExactly(code);
    }
}
