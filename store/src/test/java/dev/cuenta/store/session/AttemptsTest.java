package dev.cuenta.store.session;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.store.database.DatabaseTest;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.junit.jupiter.api.Test;

/** Tries at passwords, counted in one place for all instances. */
class AttemptsTest extends DatabaseTest {
    private static final byte[] SOMEBODY = "somebody".getBytes(StandardCharsets.UTF_8);

    @Test
    void the_first_few_are_free_and_each_further_one_waits_longer() {
        Attempts attempts = new Attempts(database.connections());
        for (int i = 0; i < 3; i++) {
            assertThat(attempts.begin(SOMEBODY, 3)).isEmpty();
            attempts.failed(SOMEBODY);
        }

        later("-1 minute"); // which a busy machine may take to come here
        assertThat(attempts.begin(SOMEBODY, 3))
                .hasValueSatisfying(wait -> assertThat(wait).isBetween(Duration.ofSeconds(1), Duration.ofSeconds(61)));
        long before = pause();
        assertThat(before).isEqualTo(1);
        later("62 seconds");
        assertThat(attempts.begin(SOMEBODY, 3)).isEmpty();
        attempts.failed(SOMEBODY);
        assertThat(pause()).isEqualTo(before * 2);
        later("2 hours");
        assertThat(attempts.wait(SOMEBODY, 3)).isEmpty();
        assertThat(attempts.begin(SOMEBODY, 3)).isEmpty();
        assertThat(attempts.failed(SOMEBODY)).as("a new beginning").isEqualTo(1);
    }

    @Test
    void of_those_whose_outcome_is_not_known_only_so_many_are_under_way_and_they_count_for_nothing() {
        Attempts attempts = new Attempts(database.connections());
        for (int i = 0; i < 3; i++) {
            assertThat(attempts.begin(SOMEBODY, 3)).isEmpty();
        }
        assertThat(attempts.begin(SOMEBODY, 3)).hasValue(Duration.ZERO);

        attempts.release(SOMEBODY);
        assertThat(attempts.begin(SOMEBODY, 3)).isEmpty();
        assertThat(attempts.failed(SOMEBODY)).isEqualTo(1);
        assertThat(attempts.begin(SOMEBODY, 3))
                .as("two failures left, two under way")
                .hasValue(Duration.ZERO);
        for (int i = 0; i < 9; i++) {
            attempts.release(SOMEBODY);
        }
        assertThat(attempts.begin(SOMEBODY, 3)).isEmpty();
    }

    @Test
    void what_an_instance_that_is_gone_has_begun_lapses() {
        Attempts attempts = new Attempts(database.connections());
        for (int i = 0; i < 4; i++) {
            attempts.begin(SOMEBODY, 3);
        }
        assertThat(attempts.begin(SOMEBODY, 3)).hasValue(Duration.ZERO);

        database.sql()
                .sql("update cuenta.attempt set begun_at = begun_at - interval '61 seconds'")
                .update();

        assertThat(attempts.begin(SOMEBODY, 3)).isEmpty();
    }

    @Test
    void nobody_waits_longer_than_a_quarter_of_an_hour_and_who_came_in_is_forgotten() {
        Attempts attempts = new Attempts(database.connections());
        for (int i = 0; i < 40; i++) {
            attempts.failed(SOMEBODY);
        }
        assertThat(attempts.failed(SOMEBODY)).isEqualTo(41);
        assertThat(attempts.wait(SOMEBODY, 5).orElseThrow()).isBetween(Duration.ofMinutes(14), Duration.ofMinutes(15));

        attempts.forget(SOMEBODY);
        assertThat(attempts.wait(SOMEBODY, 5)).isEmpty();
    }

    @Test
    void of_many_at_once_no_more_get_through_than_are_free() throws InterruptedException, ExecutionException {
        assertThat(through(32, 5)).isEqualTo(5);
    }

    /** Each of them has a moment of its own, and they are not counted in the order of those. */
    @Test
    void of_many_at_once_as_many_get_through_as_are_free() throws InterruptedException, ExecutionException {
        assertThat(through(200, 200)).isEqualTo(200);
    }

    private int through(int tried, int free) throws InterruptedException, ExecutionException {
        Attempts attempts = new Attempts(database.connections());
        ExecutorService crowd = Executors.newFixedThreadPool(8);
        List<Future<Boolean>> tries = new ArrayList<>();
        for (int i = 0; i < tried; i++) {
            tries.add(crowd.submit(() -> attempts.begin(SOMEBODY, free).isEmpty()));
        }
        int through = 0;
        for (Future<Boolean> each : tries) {
            through += each.get() ? 1 : 0;
        }
        crowd.shutdown();
        return through;
    }

    @Test
    void from_where_somebody_came_is_remembered_for_ninety_days() {
        Attempts attempts = new Attempts(database.connections());
        attempts.remember(SOMEBODY);
        attempts.remember(SOMEBODY);
        assertThat(attempts.remembers(SOMEBODY)).isTrue();
        assertThat(attempts.remembers("else".getBytes(StandardCharsets.UTF_8))).isFalse();

        database.sql()
                .sql("update cuenta.familiar set last_at = now() - interval '91 days'")
                .update();
        assertThat(attempts.remembers(SOMEBODY)).isFalse();
        attempts.sweep();
        assertThat(strings("select 'left' from cuenta.familiar")).isEmpty();
    }

    private long pause() {
        return database.sql()
                .sql("select extract(epoch from cuenta.attempt_pause(failures, 3))::bigint from cuenta.attempt")
                .query(Long.class)
                .single();
    }

    private void later(String span) {
        database.sql()
                .sql("update cuenta.attempt set last_at = last_at - cast(? as interval)")
                .param(span)
                .update();
    }
}
