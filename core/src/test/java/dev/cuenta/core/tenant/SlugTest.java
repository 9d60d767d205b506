package dev.cuenta.core.tenant;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class SlugTest {
    @ParameterizedTest
    @ValueSource(strings = {"a", "south-pontoon", "7", "x1-y2", "xn--a"})
    void a_label_of_a_host_name_is_one(String text) {
        assertThat(Slug.fault(text)).isEmpty();
        assertThat(new Slug(text).text()).isEqualTo(text);
    }

    @ParameterizedTest
    @ValueSource(strings = {"", "-a", "a-", "South", "a.b", "a_b", "ñandú", "a b", "a\n"})
    void what_no_host_is_called_is_none(String text) {
        assertThat(Slug.fault(text)).hasValueSatisfying(why -> assertThat(why).startsWith("Use small letters"));
        assertThatThrownBy(() -> new Slug(text)).isInstanceOf(IllegalArgumentException.class);
    }

    @Test
    void it_is_no_address_of_the_team_no_id_and_not_too_long() {
        assertThat(Slug.fault("www")).isPresent();
        assertThat(Slug.fault("019a4c1e-0000-7000-8000-000000000001")).isPresent();
        assertThat(Slug.fault("a".repeat(63))).isEmpty();
        assertThat(Slug.fault("a".repeat(64))).isPresent();
    }
}
