package dev.cuenta.core.file;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.core.finding.Finding;
import dev.cuenta.core.finding.FindingCode;
import dev.cuenta.core.model.Models;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Whatever somebody sends as a model, the answer is findings. */
class HostileFilesTest {
    @ParameterizedTest
    @ValueSource(strings = {"PT99999999999999H", "P999999999999D", "P9999999999Y", "PT9223372036854775807S", "P-1D"})
    void a_span_beyond_all_calendars_is_a_finding(String span) {
        ModelFile file = ModelFile.read(
                "test.yaml",
                Models.smallWith("left: { type: date, indexed: true }")
                        + "retention: { old: { where: 'left pr', since: left, after: " + span + ", do: delete } }\n");

        assertThat(file.findings()).isNotEmpty();
        assertThat(file.hasErrors()).isTrue();
    }

    @Test
    void lists_within_lists_are_a_finding() {
        for (int deep : new int[] {20, 200, 20_000}) {
            ModelFile file = ModelFile.read(
                    "test.yaml",
                    Models.smallWith("berth: { type: string, default: " + "[".repeat(deep) + "]".repeat(deep) + " }"));

            assertThat(file.hasErrors()).as("%d deep", deep).isTrue();
        }
    }

    @ParameterizedTest
    @ValueSource(ints = {30, 400})
    void fields_that_are_computed_from_one_another_have_an_end(int many) {
        StringBuilder fields = new StringBuilder("c0: { type: integer, compute: 'size(name)' }");
        for (int i = 1; i < many; i++) {
            fields.append("\n  c%d: { type: integer, compute: 'c%d + c%d' }".formatted(i, i - 1, i - 1));
        }
        ModelFile file = ModelFile.read("test.yaml", Models.smallWith(fields.toString()));

        assertThat(file.findings()).extracting(Finding::code).contains(FindingCode.COMPUTED_TOO_LARGE);
        assertThat(file.findings())
                .filteredOn(finding -> finding.code() == FindingCode.COMPUTED_TOO_LARGE)
                .first()
                .extracting(Finding::path)
                .isEqualTo("fields.c10.compute");
    }

    @Test
    void a_name_that_is_not_there_is_called_as_it_was_written() {
        ModelFile file = ModelFile.read(
                "test.yaml", Models.smallWith("lives: { type: boolean, compute: 'present(household.address)' }"));

        assertThat(file.findings())
                .extracting(Finding::message)
                .singleElement()
                .asString()
                .contains("`household.address`")
                .doesNotContain("present_");
    }

    /** What a list of expressions says deep inside is read by a reader that has a bottom. */
    @Test
    void an_expression_within_expressions_is_a_finding() {
        String deep = "(".repeat(900) + "1" + ")".repeat(900);
        ModelFile file = ModelFile.read("test.yaml", Models.smallWith("n: { type: integer, compute: '" + deep + "' }"));

        assertThat(file.findings()).isNotNull();
        assertThat(ModelFile.read(
                                "test.yaml",
                                Models.smallWith("n: { type: boolean, compute: '" + "!".repeat(1900) + "true' }"))
                        .findings())
                .isNotNull();
        assertThat(ModelFile.read(
                                "test.yaml",
                                Models.smallWith(
                                        "n: { type: integer, compute: '" + "[".repeat(900) + "]".repeat(900) + "' }"))
                        .hasErrors())
                .isTrue();
    }
}
