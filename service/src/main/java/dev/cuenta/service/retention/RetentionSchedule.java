package dev.cuenta.service.retention;

import dev.cuenta.core.account.Scope;
import dev.cuenta.service.job.Job;
import dev.cuenta.store.database.DatabaseClock;
import dev.cuenta.store.live.LiveRevisions;
import dev.cuenta.store.retention.RetentionRun;
import dev.cuenta.store.retention.RetentionRuns;
import dev.cuenta.store.retention.RetentionSchedules;
import java.time.Instant;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;

/** Begins runs of rules whose moment has come; {@link RetentionUseCases} does them. */
@Order(1)
@Component
final class RetentionSchedule implements Job {
    private static final Logger LOG = LoggerFactory.getLogger(RetentionSchedule.class);
    private static final String AUTHOR = "schedule";

    private final LiveRevisions live;
    private final RetentionSchedules schedules;
    private final RetentionRuns runs;
    private final DatabaseClock clock;

    RetentionSchedule(LiveRevisions live, RetentionSchedules schedules, RetentionRuns runs, DatabaseClock clock) {
        this.live = live;
        this.schedules = schedules;
        this.runs = runs;
        this.clock = clock;
    }

    @Override
    public String title() {
        return "Beginning retention rules that are due";
    }

    @Override
    public void carryOn() {
        live.with(revision -> {
            if (!clock.agrees()) {
                return 0;
            }
            Instant now = clock.instant();
            var due = schedules.due(revision.model().retention().values(), now);
            due.forEach((rule, moment) -> {
                if (runs.underWay(rule.name())) {
                    return;
                }
                Measured measured = revision.read(Scope.EVERYWHERE, work -> Measured.of(rule, now, work));
                RetentionRun run = runs.begin(measured.run(AUTHOR, moment, false));
                if (run.waiting()) {
                    LOG.warn(
                            "Retention rule {} would take {} accounts, over its limit of {}: it waits until somebody allows or withdraws it",
                            run.rule(),
                            run.matched(),
                            run.atMost());
                }
            });
            return due.size();
        });
    }
}
