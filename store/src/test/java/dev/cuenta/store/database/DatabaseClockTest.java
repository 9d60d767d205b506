package dev.cuenta.store.database;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import org.junit.jupiter.api.Test;

/** Whatever a machine's own clock says, everything goes by the database's. */
class DatabaseClockTest extends DatabaseTest {
    private static final Duration NEAR = Duration.ofSeconds(3);

    private DatabaseClock off(Duration by) {
        return new DatabaseClock(database.connections(), Clock.offset(Clock.systemUTC(), by));
    }

    private Instant now() {
        return database.sql()
                .sql("select clock_timestamp()")
                .query(OffsetDateTime.class)
                .single()
                .toInstant();
    }

    @Test
    void a_machine_that_is_ahead_or_behind_is_told_of_and_not_believed() {
        DatabaseClock ahead = off(Duration.ofDays(30));
        DatabaseClock behind = off(Duration.ofHours(-13));

        assertThat(Duration.between(now(), ahead.instant()).abs()).isLessThan(NEAR);
        assertThat(Duration.between(now(), behind.instant()).abs()).isLessThan(NEAR);
        assertThat(ahead.agrees()).isFalse();
        assertThat(ahead.disagreement()).contains("seconds ahead of the database's");
        assertThat(behind.agrees()).isFalse();
        assertThat(behind.disagreement()).contains("seconds behind the database's");
        assertThat(off(Duration.ofMillis(800)).agrees()).isTrue();
    }

    @Test
    void it_goes_on_by_itself_while_the_database_is_not_asked() throws InterruptedException {
        DatabaseClock clock = off(Duration.ZERO);
        Instant before = clock.instant();
        Thread.sleep(30);
        assertThat(Duration.between(before, clock.instant())).isBetween(Duration.ofMillis(29), NEAR);
        assertThat(clock.getZone()).isEqualTo(ZoneOffset.UTC);
    }

    @Test
    void what_is_read_again_counts() {
        Duration[] by = {Duration.ZERO};
        DatabaseClock clock = new DatabaseClock(database.connections(), new Clock() {
            @Override
            public Instant instant() {
                return Instant.now().plus(by[0]);
            }

            @Override
            public java.time.ZoneId getZone() {
                return ZoneOffset.UTC;
            }

            @Override
            public Clock withZone(java.time.ZoneId zone) {
                return this;
            }
        });
        assertThat(clock.agrees()).isTrue();
        by[0] = Duration.ofMinutes(5);
        clock.read();
        assertThat(clock.agrees()).isFalse();
        by[0] = Duration.ZERO;
        clock.read();
        assertThat(clock.agrees()).isTrue();
    }
}
