package dev.cuenta.core.file;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.core.finding.Finding;
import dev.cuenta.core.finding.FindingCode;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.FieldPath;
import dev.cuenta.core.model.IdScheme;
import dev.cuenta.core.model.Models;
import dev.cuenta.core.model.PasswordRules;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class ModelFileTest {
    @ParameterizedTest
    @ValueSource(strings = {"account-model.yaml", "next.account-model.yaml"})
    void the_demo_models_are_read_without_findings(String name) {
        assertThat(ModelFile.read(name, Models.source(name)).findings()).isEmpty();
    }

    @Test
    void the_demo_model_says_what_its_file_says() {
        AccountModel model = Models.marea();

        assertThat(model.id()).isEqualTo(IdScheme.UUID7);
        assertThat(model.kinds().keySet()).containsExactly("berthHolder", "staff", "contractor");
        assertThat(model.defaultKind().profiles()).containsExactly("person", "mooring", "stay");
        assertThat(model.field("email").orElseThrow().signIn()).isTrue();
        assertThat(model.field("person.bornOn").orElseThrow().path()).isEqualTo(new FieldPath("person", "bornOn"));
        assertThat(model.field("stay.locker").orElseThrow().withinTenant()).isTrue();
        assertThat(model.field("mooring.berth").orElseThrow().withinTenant()).isFalse();
        assertThat(model.password()).isEqualTo(PasswordRules.DEFAULT);
        assertThat(model.roles().get("harbourMaster").withinTenant()).isTrue();
        assertThat(model.retention().get("abandonedSignUps").after()).hasToString("P14D");
    }

    @Test
    void json_is_read_as_well() {
        ModelFile file = ModelFile.read(
                "m.json",
                "{\"cuenta\": 1, \"name\": \"marea\", \"roles\": {\"administrator\": {\"number\": 9, \"may\": [\"*\"]}}}");

        assertThat(file.hasErrors()).isFalse();
    }

    @Test
    void an_unknown_key_is_named_with_its_place_and_the_nearest_known_one() {
        Finding finding = only(Models.smallWith("theme: { type: string, requierd: true }"));

        assertThat(finding.code()).isEqualTo(FindingCode.UNKNOWN_KEY);
        assertThat(finding.place()).hasToString("test.yaml:10:26");
        assertThat(finding.path()).isEqualTo("fields.theme.requierd");
        assertThat(finding.advice()).isEqualTo("Did you mean `required`?");
    }

    @Test
    void broken_yaml_says_where_it_breaks() {
        Finding finding = only("cuenta: 1\nname: [marea\nfields:\n");

        assertThat(finding.code()).isEqualTo(FindingCode.UNREADABLE);
        assertThat(finding.place().line()).isEqualTo(3);
    }

    @Test
    void all_mistakes_are_said_at_once() {
        ModelFile file = ModelFile.read(
                "test.yaml",
                Models.smallWith("a: { type: strnig }\n  b: { type: choice }\n  c: { type: integer, maxLength: 3 }"));

        assertThat(file.findings())
                .extracting(Finding::code)
                .containsExactly(FindingCode.UNKNOWN_REFERENCE, FindingCode.MISSING_KEY, FindingCode.UNKNOWN_KEY);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "a: { type: image, required: true }                  | UNKNOWN_KEY",
                "a: { type: qr }                                     | MISSING_KEY",
                "a: { type: qr, of: '{nothing}' }                    | BAD_EXPRESSION",
                "a: { type: string, sensitivity: secret, default: b } | UNKNOWN_KEY",
                "a: { type: string, uniqueness: tenant }             | UNIQUE_WITHOUT_TENANTS",
                "a: { type: boolean, multiValued: true }             | UNKNOWN_KEY",
                "a: { type: date, existing: { from: 'kind' } }       | BAD_EXPRESSION",
                "kind: { type: string }                              | RESERVED_NAME",
                "a_b: { type: string }                               | BAD_NAME",
                "a: { type: integer, default: many }                 | BAD_VALUE",
                "a: { type: choice, options: [day], default: night } | BAD_VALUE",
                "a: { type: integer, min: 5, max: 1 }                | BAD_VALUE",
                "a: { type: string, pattern: '(a' }                  | BAD_VALUE",
                "a: { type: string, required: perhaps }              | WRONG_SHAPE",
                "a: { type: string, mutability: sometimes }          | WRONG_SHAPE",
                "a: [string]                                         | WRONG_SHAPE",
                "a: { label: Nothing }                               | MISSING_KEY",
                "a: { type: string, read: [harborMaster] }           | UNKNOWN_REFERENCE"
            })
    void a_field_that_cannot_be_is_refused_by_name(String field, FindingCode code) {
        assertThat(only(Models.smallWith(field)).code()).isEqualTo(code);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "services: { billing: { reads: [emial] } }                           | UNKNOWN_REFERENCE | services.billing.reads",
                "tenants: { onSignUp: invited }                                      | SIGN_UP_WITHOUT_TENANTS | tenants.onSignUp",
                "tenants: { membership: many, onSignUp: create }                    | MISSING_KEY       | tenants",
                "retention: { old: { after: 14 days, since: meta.created, do: delete } } | BAD_VALUE    | retention.old.after",
                "retention: { old: { after: P1Y, since: meta.created, do: delete, at: daily } } | BAD_VALUE | retention.old.at",
                "retention: { old: { where: 'nmae pr', after: P1Y, since: meta.created, do: delete } } | UNKNOWN_REFERENCE | retention.old.where",
                "retention: { old: { where: 'name ==', after: P1Y, since: meta.created, do: delete } } | BAD_VALUE | retention.old.where",
                "password: { scheme: md5 }                                          | WRONG_SHAPE       | password.scheme",
                "password: { parameters: { memory: 1 MiB } }                        | BAD_VALUE         | password.parameters.memory"
            })
    void a_section_that_cannot_be_is_refused_by_name(String section, FindingCode code, String path) {
        Finding finding = only(Models.SMALL + section + "\n");

        assertThat(finding.code()).isEqualTo(code);
        assertThat(finding.path()).isEqualTo(path);
    }

    @Test
    void whatever_happens_to_a_good_file_there_are_findings_and_never_an_exception() {
        String good = Models.source("account-model.yaml");
        Random random = new Random(20261123);

        for (int i = 0; i < 2000; i++) {
            String mutated = mutate(good, random);
            ModelFile file = ModelFile.read("mutated.yaml", mutated);
            assertThat(file.model().isPresent() || !file.findings().isEmpty())
                    .as(mutated)
                    .isTrue();
        }
    }

    private static String mutate(String text, Random random) {
        StringBuilder mutated = new StringBuilder(text);
        for (int i = random.nextInt(1, 4); i > 0; i--) {
            int at = random.nextInt(mutated.length() - 20);
            switch (random.nextInt(4)) {
                case 0 -> mutated.deleteCharAt(at);
                case 1 -> mutated.insert(at, "{}[]:'\"-&*!|> \n\t0aZ".charAt(random.nextInt(18)));
                case 2 -> mutated.delete(at, at + random.nextInt(1, 20));
                default -> mutated.insert(at, mutated.substring(at, at + random.nextInt(1, 20)));
            }
        }
        return mutated.toString();
    }

    private static Finding only(String source) {
        List<Finding> findings = ModelFile.read("test.yaml", source).findings();
        assertThat(findings).hasSize(1);
        return findings.get(0);
    }
}
