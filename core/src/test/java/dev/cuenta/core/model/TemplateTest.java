package dev.cuenta.core.model;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Map;
import org.junit.jupiter.api.Test;

class TemplateTest {
    private final Template name = new Template("{person.givenName} {person.middleName} {person.familyName}");

    @Test
    void names_its_fields() {
        assertThat(name.fields())
                .extracting(FieldPath::toString)
                .containsExactly("person.givenName", "person.middleName", "person.familyName");
    }

    @Test
    void leaves_no_gap_where_a_value_is_missing_and_takes_values_as_they_are() {
        Map<String, String> values = Map.of("person.givenName", "Inés $1", "person.familyName", "Baroja\\");

        assertThat(name.fill(path -> values.getOrDefault(path.toString(), ""))).isEqualTo("Inés $1 Baroja\\");
        assertThat(name.fill(path -> "")).isEmpty();
    }
}
