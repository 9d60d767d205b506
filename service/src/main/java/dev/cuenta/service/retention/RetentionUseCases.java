package dev.cuenta.service.retention;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.account.AccountRecord;
import dev.cuenta.core.account.Scope;
import dev.cuenta.core.activity.Action;
import dev.cuenta.core.activity.Origin;
import dev.cuenta.core.finding.Nearest;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.FieldPath;
import dev.cuenta.core.model.RetentionRule;
import dev.cuenta.core.permission.CuentaPermission;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import dev.cuenta.core.retention.Selection;
import dev.cuenta.service.job.Job;
import dev.cuenta.service.session.Caller;
import dev.cuenta.service.session.Given;
import dev.cuenta.store.account.Accounts;
import dev.cuenta.store.account.Anonymisation;
import dev.cuenta.store.account.Controlled;
import dev.cuenta.store.account.Removal;
import dev.cuenta.store.activity.Activity;
import dev.cuenta.store.database.Connections;
import dev.cuenta.store.retention.Archive;
import dev.cuenta.store.retention.RetentionRun;
import dev.cuenta.store.retention.RetentionRuns;
import dev.cuenta.store.revision.LiveRevisions;
import dev.cuenta.store.revision.Work;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;

/** Previewing and running retention rules. */
@Order(2)
@Component
final class RetentionUseCases implements Job {
    private static final Logger LOG = LoggerFactory.getLogger(RetentionUseCases.class);
    private static final int SHOWN = 10;
    private static final int BATCH = 200;
    /** What is locked for longer than this is taken by the next run. */
    private static final int MOST_WAITS = 100;

    private static final Duration WAIT = Duration.ofMillis(100);

    /** An account that is due, with the moment that its time is counted from. */
    record Due(String id, String displayName, String since) {}

    /**
     * What a rule would take now.
     *
     * @param held how many it passes over because a service's record hangs on them
     */
    record Preview(
            RetentionRule rule,
            Instant cutoff,
            long accounts,
            long held,
            List<Due> first,
            Map<String, Long> dependents) {}

    private final LiveRevisions live;
    private final Connections connections;
    private final RetentionRuns runs;
    private final Clock clock;

    RetentionUseCases(LiveRevisions live, Connections connections, RetentionRuns runs, Clock clock) {
        this.live = live;
        this.connections = connections;
        this.runs = runs;
        this.clock = clock;
    }

    List<RetentionRule> rules(Caller caller) {
        return live.with(revision -> {
            caller.requireEverywhere(CuentaPermission.RETENTION_READ, revision.model());
            return List.copyOf(revision.model().retention().values());
        });
    }

    /** Counts exactly, names the first, and tells what hangs on them; touches nothing. */
    Preview preview(Caller caller, String rule) {
        return live.with(revision -> {
            caller.requireEverywhere(CuentaPermission.RETENTION_READ, revision.model());
            Selection selection = selection(revision.model(), rule, clock.instant());
            return revision.read(Scope.EVERYWHERE, work -> {
                Accounts accounts = new Accounts(work);
                long count = accounts.count(selection.condition());
                List<Due> first = accounts.first(selection.condition(), selection.since(), SHOWN).stream()
                        .map(record -> due(work, record, selection, caller))
                        .toList();
                return new Preview(
                        named(revision.model(), rule),
                        selection.cutoff(),
                        count,
                        selection.due().equals(selection.condition()) ? 0 : accounts.count(selection.due()) - count,
                        first,
                        new Removal(work).dependents(selection.condition()));
            });
        });
    }

    private static Due due(Work work, AccountRecord record, Selection selection, Caller caller) {
        String path = selection.since().path();
        Object since = switch (selection.since().source()) {
            case CREATED -> record.created();
            case LAST_MODIFIED -> record.lastModified();
            case CONFIRMED ->
                record.confirmed()
                        .get(Objects.requireNonNull(selection.since().field()).path());
            default -> record.values().get(FieldPath.parse(path));
        };
        return new Due(
                record.id().text(),
                work.revision()
                        .projection()
                        .displayName(record, caller.viewer(work.revision().model(), record)),
                String.valueOf(since));
    }

    /** Begins a run, which goes on beside requests; a run that was cut off is taken up instead of a second one. */
    RetentionRun begin(Caller caller, String rule) {
        return live.with(revision -> {
            caller.requireEverywhere(CuentaPermission.RETENTION_RUN, revision.model());
            Selection selection = selection(revision.model(), rule, clock.instant());
            long matched = revision.read(Scope.EVERYWHERE, work -> new Accounts(work).count(selection.condition()));
            RetentionRun run = runs.begin(rule, selection.cutoff(), caller.author(), matched);
            revision.write(Scope.EVERYWHERE, work -> {
                new Activity(work).add(Action.RETENTION_BEGUN, null, caller.origin(), Map.of("rule", rule));
                return run;
            });
            return run;
        });
    }

    List<RetentionRun> recent(Caller caller) {
        return live.with(revision -> {
            caller.requireEverywhere(CuentaPermission.RETENTION_READ, revision.model());
            return runs.recent();
        });
    }

    RetentionRun find(Caller caller, String id) {
        return live.with(revision -> {
            caller.requireEverywhere(CuentaPermission.RETENTION_READ, revision.model());
            return Given.uuid(id)
                    .flatMap(runs::find)
                    .orElseThrow(() -> Problem.of(
                            ProblemKind.NOT_FOUND, "There is no such run. GET /v1/retention/runs lists them."));
        });
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

    private enum Batch {
        TAKEN,
        /** There are some, and others work with each of them just now. */
        BUSY,
        NONE
    }

    private void carryOn(RetentionRun run) {
        if (runs.find(run.id()).filter(present -> !present.finished()).isEmpty()) {
            return;
        }
        Batch last = Batch.TAKEN;
        for (int busy = 0; last != Batch.NONE && busy < MOST_WAITS; ) {
            last = live.with(revision -> revision.write(Scope.EVERYWHERE, work -> takeBatch(run, work)));
            busy = last == Batch.BUSY ? busy + 1 : 0;
            if (last == Batch.BUSY) {
                letThemFinish();
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

    private Batch takeBatch(RetentionRun run, Work work) {
        RetentionRule rule = work.revision().model().retention().get(run.rule());
        if (rule == null) {
            return Batch.NONE; // taken out of the model while the run was cut off
        }
        Selection selection = Selection.of(work.revision().model(), rule, clock.instant());
        Accounts accounts = new Accounts(work);
        List<AccountId> ids = accounts.lock(selection.condition(), BATCH);
        if (ids.isEmpty()) {
            return accounts.count(selection.condition()) == 0 ? Batch.NONE : Batch.BUSY;
        }
        new Activity(work).addAll(action(rule), ids, Origin.CUENTA, Map.of("rule", rule.name()));
        RetentionRuns.add(work, run.id(), take(ids, rule, work));
        return Batch.TAKEN;
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

    private static Selection selection(AccountModel model, String rule, Instant now) {
        return Selection.of(model, named(model, rule), now);
    }

    private static RetentionRule named(AccountModel model, String rule) {
        RetentionRule found = model.retention().get(rule);
        if (found == null) {
            throw Problem.invalid(
                    "/rule",
                    "unknown",
                    "There is no retention rule `" + rule + "`. "
                            + Nearest.advice(rule, model.retention().keySet()));
        }
        return found;
    }
}
