package dev.cuenta.core.finding;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class NearestTest {
    @ParameterizedTest
    @CsvSource({"requierd, required, 1", "lable, label, 1", "max, min, 2", "a, a, 0", "'', abc, 3"})
    void counts_edits_and_swapped_neighbours(String left, String right, int distance) {
        assertThat(Nearest.distance(left, right)).isEqualTo(distance).isEqualTo(Nearest.distance(right, left));
    }

    @Test
    void knows_a_field_of_a_profile_by_its_last_part() {
        assertThat(Nearest.to("creditt", List.of("mooring.credit", "email"))).contains("mooring.credit");
    }

    @Test
    void suggests_nothing_that_is_far_away() {
        assertThat(Nearest.to("berth", List.of("displayName", "retention"))).isEmpty();
        assertThat(Nearest.advice("berth", List.of("b", "a"))).isEqualTo("Choose one of: a, b.");
    }
}
