package dev.cuenta.service.secondfactor;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.time.Instant;
import org.apache.commons.codec.binary.Base32;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class OneTimeCodesTest {
    /** RFC 6238, appendix B: the seed for SHA-1. */
    private static final String SEED =
            new Base32().encodeToString("12345678901234567890".getBytes(StandardCharsets.US_ASCII));

    private final OneTimeCodes codes = new OneTimeCodes();

    /** RFC 6238, appendix B; the last six of its eight digits, as RFC 4226 section 5.3 cuts them. */
    @ParameterizedTest
    @CsvSource({
        "59, 287082",
        "1111111109, 081804",
        "1111111111, 050471",
        "1234567890, 005924",
        "2000000000, 279037",
        "20000000000, 353130"
    })
    void are_those_of_the_standard(long second, String code) {
        assertThat(codes.code(SEED, second / 30)).isEqualTo(code);
        assertThat(codes.stepOf(code, SEED, Instant.ofEpochSecond(second), 0)).hasValue(second / 30);
    }

    @Test
    void count_a_step_early_and_a_step_late_and_no_more() {
        String code = codes.code(SEED, 100);

        assertThat(codes.stepOf(code, SEED, Instant.ofEpochSecond(99 * 30), 0)).hasValue(100);
        assertThat(codes.stepOf(code, SEED, Instant.ofEpochSecond(101 * 30 + 29), 0))
                .hasValue(100);
        assertThat(codes.stepOf(code, SEED, Instant.ofEpochSecond(98 * 30 + 29), 0))
                .isEmpty();
        assertThat(codes.stepOf(code, SEED, Instant.ofEpochSecond(102 * 30), 0)).isEmpty();
    }

    @Test
    void count_once() {
        String code = codes.code(SEED, 100);

        assertThat(codes.stepOf(code, SEED, Instant.ofEpochSecond(100 * 30), 99))
                .hasValue(100);
        assertThat(codes.stepOf(code, SEED, Instant.ofEpochSecond(100 * 30), 100))
                .isEmpty();
        assertThat(codes.stepOf(code, SEED, Instant.ofEpochSecond(100 * 30), 101))
                .isEmpty();
    }
}
