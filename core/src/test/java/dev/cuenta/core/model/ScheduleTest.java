package dev.cuenta.core.model;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.time.ZoneId;
import java.time.ZoneOffset;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class ScheduleTest {
    private static final Instant MONDAY = Instant.parse("2026-11-23T09:30:00Z");

    @ParameterizedTest
    @CsvSource({
        "0 3 * * 0,       UTC,           2026-11-22T03:00:00Z, 2026-11-29T03:00:00Z",
        "*/15 * * * *,    UTC,           2026-11-23T09:15:00Z, 2026-11-23T09:45:00Z",
        "0 3 * * *,       Europe/Lisbon, 2026-11-23T03:00:00Z, 2026-11-24T03:00:00Z",
        "0 3 1 7 *,       Europe/Lisbon, 2026-07-01T02:00:00Z, 2027-07-01T02:00:00Z",
        "30 2 1 * 1,      UTC,           2026-11-23T02:30:00Z, 2026-11-30T02:30:00Z"
    })
    void knows_the_moments_before_and_after(String at, String zone, Instant before, Instant after) {
        Schedule schedule = Schedule.parse(at, ZoneId.of(zone)).orElseThrow();

        assertThat(schedule.before(MONDAY)).contains(before);
        assertThat(schedule.after(MONDAY)).contains(after);
    }

    @Test
    void an_hour_that_a_day_leaves_out_does_not_lose_that_day() {
        Schedule schedule =
                Schedule.parse("30 1 * * *", ZoneId.of("Europe/Lisbon")).orElseThrow();
        Instant moment = Instant.parse("2027-03-27T12:00:00Z");

        assertThat(schedule.after(moment).orElseThrow()).isBetween("2027-03-28T00:00:00Z", "2027-03-28T02:00:00Z");
    }

    @Test
    void an_hour_that_a_day_repeats_counts_once() {
        Schedule schedule =
                Schedule.parse("*/30 * * * *", ZoneId.of("Europe/Lisbon")).orElseThrow();
        Instant moment = Instant.parse("2026-10-25T00:45:00Z");

        assertThat(schedule.after(moment)).contains(Instant.parse("2026-10-25T02:00:00Z"));
        assertThat(schedule.before(moment)).contains(Instant.parse("2026-10-25T00:30:00Z"));
    }

    @ParameterizedTest
    @ValueSource(strings = {"", "daily", "0 3 * *", "0 3 * * * *", "61 3 * * *", "0 3 31 2 *", "0 0 3 ? * MON"})
    void what_is_no_schedule_or_never_comes_is_none(String at) {
        assertThat(Schedule.parse(at, ZoneOffset.UTC)).isEmpty();
    }
}
