package dev.cuenta.service.retention;

import dev.cuenta.core.account.Scope;
import dev.cuenta.core.retention.Selection;
import dev.cuenta.service.job.Job;
import dev.cuenta.store.account.Accounts;
import dev.cuenta.store.retention.RetentionRuns;
import dev.cuenta.store.retention.RetentionSchedules;
import dev.cuenta.store.revision.LiveRevisions;
import java.time.Clock;
import java.time.Instant;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;

/** Begins runs of rules whose moment has come; {@link RetentionUseCases} does them. */
@Order(1)
@Component
final class RetentionSchedule implements Job {
    private static final String AUTHOR = "schedule";

    private final LiveRevisions live;
    private final RetentionSchedules schedules;
    private final RetentionRuns runs;
    private final Clock clock;

    RetentionSchedule(LiveRevisions live, RetentionSchedules schedules, RetentionRuns runs, Clock clock) {
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
            Instant now = clock.instant();
            var due = schedules.due(revision.model().retention().values(), now);
            due.forEach((rule, moment) -> {
                Selection selection = Selection.of(revision.model(), rule, now);
                long matched = revision.read(Scope.EVERYWHERE, work -> new Accounts(work).count(selection.condition()));
                runs.begin(rule.name(), selection.cutoff(), AUTHOR, matched, moment);
            });
            return due.size();
        });
    }
}
