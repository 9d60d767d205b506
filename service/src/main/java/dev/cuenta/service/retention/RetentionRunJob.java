package dev.cuenta.service.retention;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.account.Condition;
import dev.cuenta.core.account.Scope;
import dev.cuenta.core.activity.Action;
import dev.cuenta.core.activity.Origin;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.RetentionRule;
import dev.cuenta.core.retention.Selection;
import dev.cuenta.service.job.Job;
import dev.cuenta.store.account.Accounts;
import dev.cuenta.store.account.Anonymisation;
import dev.cuenta.store.account.Controlled;
import dev.cuenta.store.account.Removal;
import dev.cuenta.store.activity.Activity;
import dev.cuenta.store.database.Connections;
import dev.cuenta.store.database.DatabaseClock;
import dev.cuenta.store.live.LiveRevisions;
import dev.cuenta.store.live.Work;
import dev.cuenta.store.retention.Archive;
import dev.cuenta.store.retention.RetentionRun;
import dev.cuenta.store.retention.RetentionRuns;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;

/** Works the runs of retention rules off. */
@Order(2)
@Component
final class RetentionRunJob implements Job {
    private static final Logger LOG = LoggerFactory.getLogger(RetentionRunJob.class);
    private static final int BATCH = 200;
    private static final int LOOKED_FOR = 20_000;
    /** What is locked for longer than this is taken by the next run. */
    private static final int MOST_WAITS = 100;

    private static final Duration WAIT = Duration.ofMillis(100);

    private final LiveRevisions live;
    private final Connections connections;
    private final RetentionRuns runs;
    private final DatabaseClock clock;

    RetentionRunJob(LiveRevisions live, Connections connections, RetentionRuns runs, DatabaseClock clock) {
        this.live = live;
        this.connections = connections;
        this.runs = runs;
        this.clock = clock;
    }

    @Override
    public String title() {
        return "Retention";
    }

    /** Each batch and its count are one transaction; a crash costs at most one batch's work. */
    @Override
    public void carryOn() {
        for (RetentionRun run : runs.unfinished()) {
            connections.alone("cuenta retention " + run.rule(), sql -> carryOn(run));
        }
    }

    private void carryOn(RetentionRun run) {
        if (runs.find(run.id()).filter(RetentionRun::running).isEmpty()) {
            return;
        }
        List<AccountId> due = due(run);
        for (int busy = 0; !due.isEmpty() && busy < MOST_WAITS; due = due(run)) {
            long taken = 0;
            for (int from = 0; from < due.size(); from += BATCH) {
                taken += take(run, due.subList(from, Math.min(from + BATCH, due.size())));
            }
            busy = taken == 0 ? busy + 1 : 0;
            if (busy > 0) {
                letThemFinish(); // others work with each of them just now
            }
        }
        runs.finish(run.id());
        LOG.info("Retention rule {} has run", run.rule());
    }

    private static void letThemFinish() {
        try {
            Thread.sleep(WAIT.toMillis());
        } catch (InterruptedException stopping) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException("Interrupted; the run goes on at the next start", stopping);
        }
    }

    /** Those that it may still take, many at once: to look for them may mean to look at every account. */
    private List<AccountId> due(RetentionRun run) {
        return live.with(revision -> {
            RetentionRun soFar = runs.find(run.id()).orElseThrow();
            int most = (int) Math.min(soFar.left(), LOOKED_FOR);
            return rule(run, revision.model())
                    .filter(rule -> most > 0)
                    .map(rule -> revision.read(
                            Scope.EVERYWHERE, work -> new Accounts(work).some(condition(run, rule, work), most)))
                    .orElse(List.of());
        });
    }

    /** None where the rule went, or became another, while its run was cut off. */
    private static Optional<RetentionRule> rule(RetentionRun run, AccountModel model) {
        return Optional.ofNullable(model.retention().get(run.rule()))
                .filter(rule -> run.definition() == null || run.definition().equals(rule.definition()));
    }

    private static Condition condition(RetentionRun run, RetentionRule rule, Work work) {
        return Selection.recorded(work.revision().model(), rule, run.cutoff(), run.startedAt())
                .condition();
    }

    /** Of these, those that are due still and that nobody works with; how many. */
    private int take(RetentionRun run, List<AccountId> due) {
        return live.with(revision -> revision.write(
                Scope.EVERYWHERE,
                work -> rule(run, work.revision().model())
                        .map(rule -> take(run, rule, due, work))
                        .orElse(0)));
    }

    private int take(RetentionRun run, RetentionRule rule, List<AccountId> due, Work work) {
        List<AccountId> ids = new Accounts(work).lock(due, condition(run, rule, work));
        if (!ids.isEmpty()) {
            new Activity(work).addAll(action(rule), ids, Origin.CUENTA, Map.of("rule", rule.name()));
            RetentionRuns.add(work, run.id(), take(ids, rule, work));
        }
        return ids.size();
    }

    private static Action action(RetentionRule rule) {
        return switch (rule.action()) {
            case DELETE -> Action.ACCOUNT_REMOVED;
            case ANONYMISE -> Action.ACCOUNT_ANONYMISED;
            case ARCHIVE -> Action.ACCOUNT_ARCHIVED;
        };
    }

    private Map<String, Long> take(List<AccountId> ids, RetentionRule rule, Work work) {
        return switch (rule.action()) {
            case DELETE -> new Removal(work).remove(controlled(ids));
            case ANONYMISE -> new Anonymisation(work).anonymise(controlled(ids), clock.instant());
            case ARCHIVE -> new Archive(work).put(ids, rule.name());
        };
    }

    private static List<Controlled> controlled(List<AccountId> ids) {
        return ids.stream().map(Controlled::byCuenta).toList();
    }
}
