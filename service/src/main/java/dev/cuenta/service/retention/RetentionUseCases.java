package dev.cuenta.service.retention;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.account.AccountRecord;
import dev.cuenta.core.account.Condition;
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
import dev.cuenta.service.body.Given;
import dev.cuenta.service.caller.Caller;
import dev.cuenta.service.job.Job;
import dev.cuenta.store.account.Accounts;
import dev.cuenta.store.account.Anonymisation;
import dev.cuenta.store.account.Controlled;
import dev.cuenta.store.account.Removal;
import dev.cuenta.store.activity.Activity;
import dev.cuenta.store.database.Connections;
import dev.cuenta.store.database.DatabaseClock;
import dev.cuenta.store.live.LiveRevision;
import dev.cuenta.store.live.LiveRevisions;
import dev.cuenta.store.live.Work;
import dev.cuenta.store.retention.Archive;
import dev.cuenta.store.retention.RetentionRun;
import dev.cuenta.store.retention.RetentionRuns;
import java.time.Duration;
import java.time.Instant;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
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
    private static final int LOOKED_FOR = 20_000;
    /** What is locked for longer than this is taken by the next run. */
    private static final int MOST_WAITS = 100;

    private static final Duration WAIT = Duration.ofMillis(100);

    /** An account that is due, with the moment that its time is counted from. */
    record Due(String id, String displayName, String since) {}

    /**
     * What a rule would take now.
     *
     * @param atMost how many one run takes without being allowed to take more
     * @param held how many it passes over because a service's record hangs on them
     */
    record Preview(
            RetentionRule rule, Instant cutoff, long atMost, long held, List<Due> first, Removal.Extent extent) {}

    private final LiveRevisions live;
    private final Connections connections;
    private final RetentionRuns runs;
    private final DatabaseClock clock;

    RetentionUseCases(LiveRevisions live, Connections connections, RetentionRuns runs, DatabaseClock clock) {
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

    /** Counts the accounts exactly, names the first, and tells what hangs on them; touches nothing. */
    Preview preview(Caller caller, String rule) {
        return live.with(revision -> {
            caller.requireEverywhere(CuentaPermission.RETENTION_READ, revision.model());
            RetentionRule wanted = named(revision.model(), rule);
            Instant now = clock.instant();
            return revision.read(Scope.EVERYWHERE, work -> {
                Selection selection = Selection.of(work.revision().model(), wanted, now);
                Accounts accounts = new Accounts(work);
                Removal.Extent extent = new Removal(work).extent(selection.condition());
                List<Due> first = accounts.first(selection.condition(), selection.since(), SHOWN).stream()
                        .map(record -> due(work, record, selection, caller))
                        .toList();
                return new Preview(
                        wanted,
                        selection.cutoff(),
                        wanted.atMost().of(accounts.count(null)),
                        selection.due().equals(selection.condition())
                                ? 0
                                : accounts.count(selection.due()) - extent.accounts(),
                        first,
                        extent);
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

    /**
     * Begins a run, which goes on beside requests; a run that was cut off is taken up instead of a second one, and so is one that
     * waits until it is allowed.
     *
     * @param allowed whether it may take more than the rule's limit
     * @throws Problem CONFLICT where it may not and would
     */
    RetentionRun begin(Caller caller, String rule, boolean allowed) {
        return live.with(revision -> {
            caller.requireEverywhere(CuentaPermission.RETENTION_RUN, revision.model());
            RetentionRule wanted = named(revision.model(), rule);
            requireTime();
            RetentionRun run = runs.last(rule)
                    .filter(last -> last.running() || last.waiting())
                    .map(last -> takenUp(last, allowed))
                    .orElseGet(() -> begun(caller, wanted, allowed, revision));
            revision.write(Scope.EVERYWHERE, work -> {
                Map<String, Object> details = new LinkedHashMap<>(Map.of("rule", rule));
                if (allowed) {
                    details.put("allowed", run.matched());
                }
                new Activity(work).add(Action.RETENTION_BEGUN, null, caller.origin(), details);
                return run;
            });
            return run;
        });
    }

    /** Whose time has come is asked of nobody while it is not sure what time it is. */
    private void requireTime() {
        if (!clock.agrees()) {
            throw Problem.unavailable(clock.disagreement(), Duration.ofMinutes(1));
        }
    }

    private RetentionRun takenUp(RetentionRun last, boolean allowed) {
        if (last.waiting() && !allowed) {
            throw overLimit(last.rule(), last.matched(), Objects.requireNonNullElse(last.atMost(), 0L));
        }
        runs.allow(last.id());
        return runs.find(last.id()).orElseThrow();
    }

    private RetentionRun begun(Caller caller, RetentionRule rule, boolean allowed, LiveRevision revision) {
        Instant now = clock.instant();
        Measured measured = revision.read(Scope.EVERYWHERE, work -> Measured.of(rule, now, work));
        if (measured.isOver() && !allowed) {
            throw overLimit(rule.name(), measured.matched(), measured.atMost());
        }
        return runs.begin(measured.run(caller.author(), null, allowed));
    }

    private static Problem overLimit(String rule, long matched, long atMost) {
        return Problem.of(
                ProblemKind.CONFLICT,
                "`" + rule + "` would take " + matched + " accounts; without being allowed to take more, one run takes "
                        + atMost + ". Nothing was taken. Preview the rule, and if that is right, allow it: `atMost`.");
    }

    /**
     * Takes a run back that waits until it is allowed. The next moment of the rule's schedule begins another.
     *
     * @throws Problem NOT_FOUND; CONFLICT where it does not wait
     */
    void withdraw(Caller caller, String id) {
        live.with(revision -> {
            caller.requireEverywhere(CuentaPermission.RETENTION_RUN, revision.model());
            RetentionRun run = find(caller, id);
            if (!runs.withdraw(run.id())) {
                throw Problem.of(ProblemKind.CONFLICT, "Only a run that waits can be withdrawn; this one does not.");
            }
            return revision.write(Scope.EVERYWHERE, work -> {
                new Activity(work).add(Action.RETENTION_WITHDRAWN, null, caller.origin(), Map.of("rule", run.rule()));
                return run;
            });
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
