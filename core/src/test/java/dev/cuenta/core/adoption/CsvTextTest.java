package dev.cuenta.core.adoption;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class CsvTextTest {
    @ParameterizedTest
    @ValueSource(strings = {"=HYPERLINK(\"https://harbour.example\")", "@noor", "-2+3", "+1+1", "\tB07", "'=1", "＝1+1"})
    void what_would_be_a_formula_is_a_text(String text) {
        assertThat(CsvText.written(text)).isEqualTo("'" + text);
    }

    @ParameterizedTest
    @ValueSource(strings = {"Noor", "", "-3.25", "+447700900202", "1,000.50", "'n Boot", "B07 = berth"})
    void everything_else_stays_as_it_is(String text) {
        assertThat(CsvText.written(text)).isEqualTo(text);
    }

    @Test
    void whatever_is_written_is_read_again_and_begins_no_formula() {
        Random random = new Random(34);
        for (int i = 0; i < 20_000; i++) {
            StringBuilder text = new StringBuilder();
            for (int length = random.nextInt(6); length > 0; length--) {
                text.append("'=+-@\t\r0123.,ax ＝＠".charAt(random.nextInt(18)));
            }
            String written = CsvText.written(text.toString());
            assertThat(CsvText.read(written)).isEqualTo(text.toString());
            assertThat(written.isEmpty() || "=@\t\r＝＠".indexOf(written.charAt(0)) < 0)
                    .as(written)
                    .isTrue();
        }
    }
}
