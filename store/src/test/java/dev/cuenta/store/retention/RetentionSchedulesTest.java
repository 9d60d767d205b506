package dev.cuenta.store.retention;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.core.model.Models;
import dev.cuenta.core.model.RetentionRule;
import dev.cuenta.store.database.DatabaseTest;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

class RetentionSchedulesTest extends DatabaseTest {
    private static final String RULE =
            "retention: { old: { where: 'name pr', after: P2Y, since: meta.created, do: delete, at: '%s' } }\n";

    private RetentionSchedules schedules;
    private RetentionRuns runs;
    private Instant now;

    @BeforeEach
    void prepare() {
        schedules = new RetentionSchedules(database.connections());
        runs = new RetentionRuns(database.connections());
        now = Instant.now();
    }

    @Test
    void a_moment_before_the_rule_was_there_does_not_count_and_each_later_one_does_once() {
        assertThat(due("0 3 * * *")).isEmpty();
        now = now.plus(Duration.ofDays(1));
        Map<RetentionRule, Instant> due = due("0 3 * * *");
        assertThat(due).hasSize(1);
        Instant moment = due.values().iterator().next();

        RetentionRun run = begin(moment);
        assertThat(begin(moment).id()).isEqualTo(run.id());
        assertThat(due("0 3 * * *")).isEmpty();
        runs.finish(run.id());
        assertThat(due("0 3 * * *")).isEmpty();
        assertThat(begin(moment).state()).isEqualTo("done");

        now = now.plus(Duration.ofDays(9));
        assertThat(due("0 3 * * *")).as("nine were missed").hasSize(1);
    }

    @Test
    void another_schedule_begins_when_it_is_first_seen() {
        due("0 3 * * *");
        longAgo();
        assertThat(due("0 3 * * *")).hasSize(1);
        assertThat(due("0 4 * * *")).isEmpty();
    }

    @Test
    void a_rule_that_goes_takes_its_schedule_with_it() {
        due("0 3 * * *");
        longAgo();
        assertThat(schedules.due(List.of(), now)).isEmpty();
        assertThat(due("0 3 * * *")).isEmpty();
    }

    /** A clock that was ahead for a while must not keep a rule from running for as long. */
    @Test
    void what_stands_in_the_future_counts_for_nothing() {
        due("0 3 * * *");
        longAgo();
        now = now.plus(Duration.ofDays(30));
        runs.finish(begin(due("0 3 * * *").values().iterator().next()).id());
        assertThat(due("0 3 * * *")).isEmpty();

        now = now.minus(Duration.ofDays(30));
        assertThat(due("0 3 * * *")).hasSize(1);
    }

    @Test
    void a_run_over_its_limit_waits_and_one_that_was_withdrawn_does_not_come_again_before_the_next_moment() {
        due("0 3 * * *");
        longAgo();
        Instant moment = due("0 3 * * *").values().iterator().next();
        RetentionRun waiting = begin(moment, 4);
        assertThat(waiting.waiting()).isTrue();
        assertThat(runs.unfinished()).isEmpty();
        assertThat(runs.underWay("old")).isTrue();

        assertThat(runs.withdraw(waiting.id())).isTrue();
        assertThat(runs.withdraw(waiting.id())).isFalse();
        assertThat(runs.underWay("old")).isFalse();
        assertThat(due("0 3 * * *")).isEmpty();
        now = now.plus(Duration.ofDays(1));
        assertThat(due("0 3 * * *")).hasSize(1);
    }

    @Test
    void one_that_is_allowed_runs() {
        due("0 3 * * *");
        RetentionRun waiting = begin(now, 4);
        runs.allow(waiting.id());
        assertThat(runs.unfinished()).extracting(RetentionRun::id).containsExactly(waiting.id());
    }

    private RetentionRun begin(Instant moment) {
        return begin(moment, 5);
    }

    private RetentionRun begin(Instant moment, long atMost) {
        RetentionRule rule = Models.of(Models.SMALL + RULE.formatted("0 3 * * *"))
                .retention()
                .get("old");
        return runs.begin(new RetentionRuns.Wanted(rule, now, "schedule", 5, atMost, moment, false));
    }

    private void longAgo() {
        database.sql()
                .sql("update cuenta.retention_schedule set since = now() - interval '10 days'")
                .update();
    }

    private Map<RetentionRule, Instant> due(String at) {
        return schedules.due(
                Models.of(Models.SMALL + RULE.formatted(at)).retention().values(), now);
    }
}
