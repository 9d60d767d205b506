package dev.cuenta.core.adoption;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.FieldPath;
import dev.cuenta.core.model.Models;
import dev.cuenta.core.problem.Violation;
import java.time.Instant;
import java.time.LocalDate;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class AdoptedValuesTest {
    private static final AccountModel MODEL = Models.of(Models.smallWith(
            "born: { type: date }\n  active: { type: boolean }\n  credit: { type: decimal, default: 0 }\n"
                    + "  skipper: { type: string, required: true, write: [guest] }"));

    private static AdoptedValues read(Map<String, Object> values) {
        return AdoptedValues.of(MODEL, MODEL.defaultKind(), values);
    }

    @ParameterizedTest
    @CsvSource({"yes, true", "T, true", "1, true", "no, false", "f, false", "0, false", "FALSE, false"})
    void yes_and_no_are_understood_however_they_were_written(String written, boolean meant) {
        assertThat(read(Map.of("skipper", "Noor", "active", written)).values())
                .containsEntry(FieldPath.parse("active"), meant);
    }

    @ParameterizedTest
    @CsvSource({
        "2026-11-23 09:30:00,       2026-11-23T09:30:00Z",
        "2026-11-23T09:30,          2026-11-23T09:30:00Z",
        "2026-11-23 10:30:00+01,    2026-11-23T09:30:00Z",
        "2026-11-23,                2026-11-23T00:00:00Z"
    })
    void a_moment_without_a_zone_is_taken_as_utc(String written, Instant meant) {
        assertThat(AdoptedValues.moment(written)).contains(meant);
    }

    @Test
    void what_does_not_fit_an_optional_field_is_left_out_and_what_a_required_one_lacks_stops_the_row() {
        AdoptedValues row = read(Map.of("born", "long ago", "active", "perhaps", "fax", "7"));

        assertThat(row.leftOut()).extracting(Violation::pointer).containsExactly("/born", "/active", "/fax");
        assertThat(row.missing()).extracting(Violation::pointer).contains("/skipper");
        assertThat(row.values()).containsKey(FieldPath.parse("credit"));
    }

    @Test
    void a_day_is_read_from_a_moment() {
        assertThat(read(Map.of("skipper", "Noor", "born", "1990-02-28T00:00:00Z"))
                        .values())
                .containsEntry(FieldPath.parse("born"), LocalDate.of(1990, 2, 28));
    }
}
