package dev.cuenta.service.sample;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Kind;
import dev.cuenta.core.model.Models;
import dev.cuenta.core.sample.Samples;
import java.text.Normalizer;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.Test;

class PackagedWordsTest {
    private static final Instant NOW = Instant.parse("2026-11-23T07:00:00Z");
    private static final AccountModel MAREA = Models.marea();

    @Test
    void nothing_that_is_printed_could_belong_to_anyone() {
        for (Map<String, Object> body : bodies(1, 300)) {
            assertThat((String) body.get("email")).endsWith("@post.example");
            if (body.get("phone") instanceof String phone) {
                assertThat(phone).as("Ofcom's range for fiction").matches("\\+447700900\\d{3}");
            }
            if (body.get("person") instanceof Map<?, ?> person && person.get("website") instanceof String website) {
                assertThat(website).endsWith(".example/");
            }
        }
    }

    @Test
    void addresses_fit_their_people_and_are_all_different() {
        Set<Object> emails = new HashSet<>();
        for (Map<String, Object> body : bodies(2, 300)) {
            String given = String.valueOf(((Map<?, ?>) body.get("person")).get("givenName"));
            assertThat(emails.add(body.get("email"))).isTrue();
            assertThat(String.valueOf(body.get("email")).charAt(0)).isEqualTo(plainInitial(given));
        }
    }

    private static char plainInitial(String name) {
        String letters = Normalizer.normalize(name, Normalizer.Form.NFD)
                .replaceAll("[^A-Za-z]", "")
                .toLowerCase(Locale.ROOT);
        return letters.isEmpty() ? 's' : letters.charAt(0);
    }

    @Test
    void the_same_number_gives_the_same_people() {
        assertThat(bodies(3, 20)).isEqualTo(bodies(3, 20)).isNotEqualTo(bodies(4, 20));
    }

    private static List<Map<String, Object>> bodies(long seed, int count) {
        Samples samples = new Samples(MAREA, new PackagedWords(seed, NOW));
        List<Map<String, Object>> bodies = new ArrayList<>();
        for (int i = 0; i < count; i++) {
            Kind kind = samples.kind();
            bodies.add(samples.body(kind));
        }
        return bodies;
    }
}
