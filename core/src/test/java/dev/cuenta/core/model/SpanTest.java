package dev.cuenta.core.model;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class SpanTest {
    @ParameterizedTest
    @CsvSource({
        "P14D, 2026-03-17T12:00:00Z",
        "P1M, 2026-02-28T12:00:00Z",
        "P2Y, 2024-03-31T12:00:00Z",
        "PT36H, 2026-03-30T00:00:00Z",
        "P1DT12H, 2026-03-30T00:00:00Z"
    })
    void counts_back_by_the_calendar(String text, Instant expected) {
        assertThat(Span.parse(text).orElseThrow().before(Instant.parse("2026-03-31T12:00:00Z")))
                .isEqualTo(expected);
    }

    @ParameterizedTest
    @ValueSource(strings = {"14 days", "P", "-P1D", "P-1D", "PT", "1D", "P1DT"})
    void refuses_what_is_no_duration_forward(String text) {
        assertThat(Span.parse(text)).isEmpty();
    }

    @Test
    void is_written_as_it_was_read() {
        assertThat(Span.parse("P1DT12H").orElseThrow()).hasToString("P1DT12H");
        assertThat(Span.parse("PT2H").orElseThrow()).hasToString("PT2H");
    }
}
