package dev.cuenta.service.caller;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class AllowanceTest {
    private static final long SECOND = Duration.ofSeconds(1).toNanos();
    private static final long BEGUN =
            Long.MAX_VALUE - 3 * SECOND; // the clock may begin anywhere, and go on from the least number

    private static int taken(Allowance allowance, long now, int tries) {
        int taken = 0;
        for (int i = 0; i < tries; i++) {
            taken += allowance.take(now).isZero() ? 1 : 0;
        }
        return taken;
    }

    @Test
    void without_a_limit_everything_is_allowed() {
        Allowance allowance = new Allowance(BEGUN);
        assertThat(taken(allowance, BEGUN, 1000)).isEqualTo(1000);
        allowance.limit(5);
        assertThat(taken(allowance, BEGUN, 1000)).isEqualTo(5);
        allowance.limit(0);
        assertThat(taken(allowance, BEGUN, 1000)).isEqualTo(1000);
    }

    @Test
    void whoever_is_refused_is_told_when_to_come_back() {
        Allowance allowance = new Allowance(BEGUN);
        allowance.limit(30);
        assertThat(taken(allowance, BEGUN, 31)).isEqualTo(30);
        Duration wait = allowance.take(BEGUN);
        assertThat(wait).isEqualTo(Duration.ofSeconds(2));
        assertThat(allowance.take(BEGUN + wait.toNanos() - SECOND).isZero()).isFalse();
        assertThat(allowance.take(BEGUN + wait.toNanos()).isZero()).isTrue();
    }

    @Test
    void a_limit_that_is_read_again_gives_nothing_anew() {
        Allowance allowance = new Allowance(BEGUN);
        allowance.limit(10);
        assertThat(taken(allowance, BEGUN, 20)).isEqualTo(10);
        allowance.limit(10);
        assertThat(taken(allowance, BEGUN, 20)).isZero();
        allowance.limit(4);
        assertThat(taken(allowance, BEGUN + 300 * SECOND, 20)).isEqualTo(4);
    }

    @ParameterizedTest
    @ValueSource(ints = {1, 7, 60, 6000})
    void however_it_is_asked_no_more_is_allowed_than_a_minute_ahead(int aMinute) {
        Random random = new Random(aMinute);
        Allowance allowance = new Allowance(BEGUN);
        allowance.limit(aMinute);
        long now = BEGUN;
        long allowed = 0;
        for (int i = 0; i < 20_000; i++) {
            now += random.nextLong(SECOND / 2);
            allowed += allowance.take(now).isZero() ? 1 : 0;
            double minutes = (now - BEGUN) / (60.0 * SECOND);
            assertThat(allowed).isLessThanOrEqualTo((long) Math.floor(aMinute * (minutes + 1) + 1e-6));
        }
        double minutes = (now - BEGUN) / (60.0 * SECOND);
        assertThat(allowed).isGreaterThanOrEqualTo((long) Math.min(20_000, aMinute * minutes * 0.98) - 1);
    }
}
