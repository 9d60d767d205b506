package dev.cuenta.core.file;

import static org.assertj.core.api.Assertions.assertThat;

import com.google.re2j.Pattern;
import com.google.re2j.PatternSyntaxException;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class PatternSizeTest {
    @ParameterizedTest
    @CsvSource(
            delimiter = ';',
            value = {
                "[A-Z]{2}-[0-9]{4}; 7",
                "((a{100}){100}){100}; 1020202",
                "(a{1000}){1000}; 1002000",
                "\\({3}; 3",
                "[(]{9}; 9",
                "[]a]{4}; 4",
                "a{2,}; 2",
                "a{2,7}; 7",
                "(a; 3"
            })
    void counts_within_counts_multiply(String pattern, long size) {
        assertThat(PatternSize.of(pattern)).isBetween(size - 3, size + 203);
    }

    /** Over patterns of every shape: whatever passes is small when it is compiled. */
    @Test
    void whatever_passes_is_small_when_it_is_compiled() {
        Random random = new Random(20261128);
        String[] parts = {
            "a", "[a-z]", "\\d", ".", "(", ")", "|", "*", "+", "?", "{3}", "{9}", "{40}", "{2,30}", "(?:", "\\pL",
            "[^]]"
        };
        int compiled = 0;
        for (int i = 0; i < 20_000; i++) {
            StringBuilder pattern = new StringBuilder();
            for (int part = 0; part < 1 + random.nextInt(16); part++) {
                pattern.append(parts[random.nextInt(parts.length)]);
            }
            if (PatternSize.of(pattern.toString()) > 5000) {
                continue;
            }
            try {
                assertThat(Pattern.compile(pattern.toString()).programSize())
                        .as(pattern.toString())
                        .isLessThan(20_000);
                compiled++;
            } catch (PatternSyntaxException notOne) {
                // nothing to compile
            }
        }
        assertThat(compiled).isGreaterThan(3000);
    }
}
