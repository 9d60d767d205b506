package dev.cuenta.service.metrics;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.atomic.AtomicLong;
import org.junit.jupiter.api.Test;

/** The database is asked once for all metrics that are read from one answer, also while it is away. */
class SharedAnswerTest {
    private static final long SECOND = 1_000_000_000L;

    private final AtomicLong nanos = new AtomicLong(Long.MAX_VALUE - SECOND);
    private final AtomicInteger asked = new AtomicInteger();

    @Test
    void one_question_for_all_that_is_read_together() {
        SharedAnswer<Integer> answer = new SharedAnswer<>(asked::incrementAndGet, nanos::get);
        assertThat(answer.read(number -> number)).isEqualTo(1);
        nanos.addAndGet(SECOND);
        assertThat(answer.read(number -> number * 10)).isEqualTo(10);
        nanos.addAndGet(1);
        assertThat(answer.read(number -> number)).isEqualTo(2);
    }

    @Test
    void no_second_wait_for_who_does_not_answer() {
        SharedAnswer<Integer> answer = new SharedAnswer<>(
                () -> {
                    if (asked.incrementAndGet() == 1) {
                        throw new IllegalStateException("The database is away.");
                    }
                    return 7;
                },
                nanos::get);
        assertThat(answer.read(number -> number)).isNaN();
        assertThat(answer.read(number -> number)).isNaN();
        assertThat(asked).hasValue(1);
        nanos.addAndGet(SECOND + 1);
        assertThat(answer.read(number -> number)).isEqualTo(7);
    }
}
